import { BarChart } from "@mui/x-charts/BarChart";

const HOURS = Array.from({ length: 24 }, (_, hour) => `${String(hour).padStart(2, "0")}:00`);

/** How many messages come in in each hour of the day, by two rulebooks. */
export default function Hours({ a, b, names }: { a: number[]; b: number[]; names: string[] }) {
  return (
    <BarChart
      height={250}
      skipAnimation
      margin={{ left: 0, right: 8, top: 8, bottom: 0 }}
      xAxis={[{ data: HOURS, scaleType: "band", tickInterval: (_, place) => place % 3 === 0 }]}
      yAxis={[{ width: 36 }]}
      series={[
        { data: a, label: names[0]!, color: "var(--faint)" },
        { data: b, label: names[1]!, color: "var(--spruce)" },
      ]}
    />
  );
}
