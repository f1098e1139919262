import Button from "@mui/material/Button";
import { useStatus } from "../../api/moment";
import { usePauseRules, useResumeRules } from "../../api/rules";
import { Choosing } from "../../parts/Choosing";

/** All rules paused for a while: what arrives comes as the plan alone says. */
export function Pause() {
  const paused = useStatus().data?.paused;
  const pause = usePauseRules();
  const resume = useResumeRules();
  if (paused) return <Button onClick={() => resume.mutate(undefined)}>Resume the rules</Button>;
  return (
    <Choosing
      label="Pause all rules …"
      choices={[
        { label: "For an hour", act: () => pause.mutate("PT1H") },
        { label: "For a day", act: () => pause.mutate("P1D") },
        { label: "Until I resume them", act: () => pause.mutate(undefined) },
      ]}
    />
  );
}
