import { HourMap } from "../../parts/HourMap";
import ui from "../../parts/page.module.css";

const DAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];

/** At which hours of which days their mail comes. */
export function Hours({ hours, title }: { hours: number[][]; title: string }) {
  return (
    <section aria-label={title}>
      <h3 className={ui.smallHead}>{title}</h3>
      <HourMap rows={hours.map((counts, day) => ({ day: DAYS[day]!, counts }))} label={title} />
    </section>
  );
}
