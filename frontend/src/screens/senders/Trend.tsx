import styles from "./senders.module.css";

const HEIGHT = 18;
const BAR = 4;
const GAP = 1;

/** How mail came week by week: a bar each, the newest at the right. */
export function Trend({ weeks }: { weeks: number[] }) {
  const most = Math.max(...weeks, 1);
  const said = `Week by week, the oldest first: ${weeks.join(", ")}`;
  return (
    <svg className={styles.trend} width={weeks.length * (BAR + GAP)} height={HEIGHT} role="img" aria-label={said}>
      {weeks.map((count, week) => {
        const height = count === 0 ? 1 : Math.max(2, Math.round((count / most) * HEIGHT));
        return <rect key={week} x={week * (BAR + GAP)} y={HEIGHT - height} width={BAR} height={height} data-none={count === 0} />;
      })}
    </svg>
  );
}
