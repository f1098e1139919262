import { BarChart } from "@mui/x-charts/BarChart";
import { ChartsReferenceLine } from "@mui/x-charts/ChartsReferenceLine";
import type { Report } from "../../api/report";

type Days = Report["days"];
export type Figure = "interruptions" | "longest" | "mail" | "straight" | "alerts";

/** A figure day by day, with a line where rules changed. Days that are no working days have no bar for what is of working days alone. */
export default function DayBars({
  days,
  figure,
  label,
  marks,
}: {
  days: Days;
  figure: Figure;
  label: string;
  marks: Report["marks"];
}) {
  const every = Math.ceil(days.length / 14);
  return (
    <BarChart
      height={190}
      skipAnimation
      hideLegend
      margin={{ left: 0, right: 8, top: 14, bottom: 0 }}
      xAxis={[{ data: days.map((day) => day.label), scaleType: "band", tickInterval: (_, place) => place % every === 0 }]}
      yAxis={[{ width: 36 }]}
      series={[{ data: days.map((day) => day[figure] ?? null), label, color: "var(--spruce)" }]}
    >
      {marks.map((mark) => {
        const day = days.find(({ date }) => date === mark.date);
        return (
          day && (
            <ChartsReferenceLine
              key={mark.date}
              x={day.label}
              label="changed"
              labelAlign="start"
              lineStyle={{ stroke: "var(--high)", strokeDasharray: "4 3" }}
              labelStyle={{ fill: "var(--high)", fontSize: 11 }}
            />
          )
        );
      })}
    </BarChart>
  );
}

/** Messages in each hour of the day. */
export function HourBars({ hours }: { hours: number[] }) {
  return (
    <BarChart
      height={170}
      skipAnimation
      hideLegend
      margin={{ left: 0, right: 8, top: 8, bottom: 0 }}
      xAxis={[
        {
          data: hours.map((_, hour) => `${String(hour).padStart(2, "0")}:00`),
          scaleType: "band",
          tickInterval: (_, place) => place % 3 === 0,
        },
      ]}
      yAxis={[{ width: 36 }]}
      series={[{ data: hours, label: "Messages", color: "var(--soft)" }]}
    />
  );
}
