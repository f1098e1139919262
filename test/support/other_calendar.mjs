// Reads calendars as another program does, and tells what a strict reader finds wrong: one of JSON for what comes in on a line.
import { createInterface } from "node:readline";
import { createRequire } from "node:module";
import { pathToFileURL } from "node:url";

const require = createRequire(new URL("../../frontend/package.json", import.meta.url));
const { default: ICAL } = await import(pathToFileURL(require.resolve("ical.js")));

/** What RFC 5545, sections 3.6.1 to 3.6.3, asks of each kind: what must be there once, and what may be there once at most. */
const ONCE = { vevent: ["uid", "dtstamp", "dtstart"], vtodo: ["uid", "dtstamp"] };
const AT_MOST_ONCE = [
  "class", "created", "description", "dtstart", "dtend", "due", "last-modified", "location", "organizer", "percent-complete",
  "priority", "recurrence-id", "sequence", "status", "summary", "transp", "url", "completed", "duration",
];
const STATUS = {
  vevent: ["TENTATIVE", "CONFIRMED", "CANCELLED"],
  vtodo: ["NEEDS-ACTION", "COMPLETED", "IN-PROCESS", "CANCELLED"],
};

function faults(calendar) {
  const found = [];
  for (const name of ["prodid", "version"]) if (calendar.getAllProperties(name).length !== 1) found.push(`no ${name}`);
  const zones = calendar.getAllSubcomponents("vtimezone").map((zone) => zone.getFirstPropertyValue("tzid"));
  for (const item of calendar.getAllSubcomponents()) {
    const kind = item.name;
    if (!ONCE[kind]) continue;
    for (const name of ONCE[kind]) if (item.getAllProperties(name).length !== 1) found.push(`${kind} without one ${name}`);
    for (const name of AT_MOST_ONCE) if (item.getAllProperties(name).length > 1) found.push(`${kind} with two of ${name}`);
    const both = [["dtend", "duration"], ["due", "duration"]].filter((pair) => pair.every((name) => item.hasProperty(name)));
    if (both.length > 0) found.push(`${kind} with ${both.join(" and ")}`);
    const status = item.getFirstPropertyValue("status");
    if (status && !STATUS[kind].includes(status)) found.push(`${kind} of status ${status}`);
    for (const property of item.getAllProperties()) {
      const zone = property.getParameter("tzid");
      if (zone && !zones.includes(zone)) found.push(`no VTIMEZONE for ${zone}`);
    }
    const [start, end] = ["dtstart", "dtend"].map((name) => item.getFirstPropertyValue(name));
    if (start && end && (start.isDate !== end.isDate || end.compare(start) <= 0)) found.push(`${kind} ends before it starts`);
  }
  return found;
}

const seconds = (time) => (time ? (time.isDate ? time.toString() : time.toUnixTime()) : null);

const turns = (item, name) =>
  item
    .getAllProperties(name)
    .flatMap((property) => property.getValues())
    .map(seconds)
    .sort();

function read(text) {
  const long = text.split("\r\n").find((line) => Buffer.byteLength(line) > 75);
  const calendar = new ICAL.Component(ICAL.parse(text));
  for (const zone of calendar.getAllSubcomponents("vtimezone")) ICAL.TimezoneService.register(zone);
  const items = calendar.getAllSubcomponents().filter(({ name }) => ONCE[name]);
  return {
    faults: [...faults(calendar), ...(long ? [`a line of more than 75 bytes: ${long}`] : [])],
    items: items.map((item) => ({
      kind: item.name,
      uid: item.getFirstPropertyValue("uid"),
      summary: item.getFirstPropertyValue("summary"),
      description: item.getFirstPropertyValue("description"),
      start: seconds(item.getFirstPropertyValue("dtstart") ?? item.getFirstPropertyValue("due")),
      end: seconds(item.getFirstPropertyValue("dtend") ?? item.getFirstPropertyValue("completed")),
      without: turns(item, "exdate"),
      besides: turns(item, "rdate"),
    })),
  };
}

for await (const line of createInterface({ input: process.stdin })) console.log(JSON.stringify(read(JSON.parse(line))));
