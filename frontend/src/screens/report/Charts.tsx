import { BarChart } from "@mui/x-charts/BarChart";
import { ChartsReferenceLine } from "@mui/x-charts/ChartsReferenceLine";
import type { ReactNode } from "react";
import type { Report } from "../../api/report";

export type Figure = "interruptions" | "longest" | "mail" | "straight" | "alerts";

type Given = {
  names: string[];
  /** of so many names one is written */
  every: number;
  data: (number | null)[];
  label: string;
  colour: string;
  height: number;
  children?: ReactNode;
};

function Bars({ names, every, data, label, colour, height, children }: Given) {
  return (
    <BarChart
      height={height}
      skipAnimation
      hideLegend
      margin={{ left: 0, right: 8, top: 14, bottom: 0 }}
      xAxis={[{ data: names, scaleType: "band", tickInterval: (_, place) => place % every === 0 }]}
      yAxis={[{ width: 36 }]}
      series={[{ data, label, color: colour }]}
    >
      {children}
    </BarChart>
  );
}

/** A figure day by day, with a line where rules changed. Days that are no working days have no bar for what is of working days alone. */
export default function DayBars({
  days,
  figure,
  label,
  marks,
}: Pick<Report, "days" | "marks"> & { figure: Figure; label: string }) {
  return (
    <Bars
      names={days.map((day) => day.label)}
      every={Math.ceil(days.length / 14)}
      data={days.map((day) => day[figure] ?? null)}
      label={label}
      colour="var(--spruce)"
      height={190}
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
    </Bars>
  );
}

/** Messages in each hour of the day. */
export const HourBars = ({ hours }: { hours: number[] }) => (
  <Bars
    names={hours.map((_, hour) => `${String(hour).padStart(2, "0")}:00`)}
    every={3}
    data={hours}
    label="Messages"
    colour="var(--soft)"
    height={170}
  />
);
