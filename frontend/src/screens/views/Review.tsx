import Button from "@mui/material/Button";
import type { SavedView, ViewBody, ViewPage } from "../../api/client";
import { useGoneThrough } from "../../api/views";
import { DayChips, DAYS } from "../../parts/chips";
import { TimeSlot } from "../../parts/moments";
import { KeyCap } from "../../parts/KeyCap";
import { useKey } from "../../parts/keys";
import ui from "../../parts/page.module.css";
import { ReviewCall } from "../../reading/ReviewCall";

/** That one has gone through the view; it stands out when that is called for. */
export function ReviewButton({ view, due }: { view: SavedView; due: boolean }) {
  const gone = useGoneThrough();
  const go = () => gone.mutate(view.id);
  useKey("goneThrough", go);
  return (
    <Button variant={due ? "contained" : "text"} onClick={go} disabled={gone.isPending}>
      Gone through <KeyCap of="goneThrough" />
    </Button>
  );
}

/** How a view stands with its review times; nothing where it has none. */
export function ReviewLine({ view, review }: { view: SavedView; review: ViewPage["review"] }) {
  if (!view.body.review?.length && !review?.gone_through) return null;
  const label = [
    review?.due && `Called for being gone through at ${review.due}.`,
    review?.gone_through
      ? `Last gone through ${review.gone_through}; ${review.fresh === 0 ? "nothing" : (review.fresh ?? 0).toLocaleString("en")} new since.`
      : "Not gone through yet.",
    review?.next && `Calls next ${review.next}.`,
  ].filter(Boolean);
  return (
    <ReviewCall due={Boolean(review?.due)}>
      <span>{label.join(" ")}</span>
    </ReviewCall>
  );
}

type Times = NonNullable<ViewBody["review"]>;

/** The times at which a view calls for being gone through. */
export function ReviewTimes({ times, change }: { times: Times; change: (times: Times) => void }) {
  const put = (place: number, part: Partial<Times[number]>) =>
    change(times.map((time, at) => (at === place ? { ...time, ...part } : time)));
  return (
    <div className={ui.part}>
      <h2>Review</h2>
      <div>
        {times.map((time, place) => (
          <div key={place} className={ui.conditionLine} role="group" aria-label={`Review time ${place + 1}`}>
            calls on
            <DayChips days={time.days} change={(days) => put(place, { days })} />
            at
            <TimeSlot label="Time of the review" value={time.at} change={(next) => put(place, { at: next })} />
            <Button variant="text" onClick={() => change(times.filter((_, at) => at !== place))}>
              Take it away
            </Button>
          </div>
        ))}
        <div className={ui.conditionLine}>
          {times.length === 0 && "never calls by itself"}
          <Button
            variant="text"
            disabled={times.length >= 20}
            onClick={() =>
              change([
                ...times,
                times.length === 0
                  ? { days: ["fri"], at: "15:00" }
                  : { days: DAYS.slice(0, 5) as Times[number]["days"], at: "09:00" },
              ])
            }
          >
            Add a review time
          </Button>
          {times.length > 0 && (
            <span className={ui.quiet}>A quiet notice with the count; not on days off, and after heads-down.</span>
          )}
        </div>
      </div>
    </div>
  );
}
