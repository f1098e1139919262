import { Suspense, useState } from "react";
import { useShowingAlerts } from "../api/alerts";
import type { Alert } from "../api/client";
import { lazily } from "../look/lazily";
import { useHearTrials } from "./trials";
import { useAlerts } from "./useAlerts";

const Banners = lazily("Banners", () => import("./Banners"));
const CallOut = lazily("CallOut", () => import("./CallOut"));
const Missed = lazily("Missed", () => import("./Missed"));

/** Where alerts show, whatever screen is open. */
export function AlertStation() {
  const alerts = useAlerts();
  const calling = useShowingAlerts().data?.calling ?? [];
  const first = calling[0];
  const [tested, setTested] = useState<Alert>();
  useHearTrials((alert, volume) => {
    if (alert.level === "call_out") setTested(alert);
    else alerts.show({ fresh: [alert], missed: [] });
    void alerts.sound([alert], { volume, desktop: true });
  });
  return (
    <Suspense fallback={null}>
      <Banners alerts={alerts} />
      {alerts.missed.length > 0 ? (
        <Missed
          alerts={alerts.missed}
          close={alerts.closeMissed}
          open={(alert) => {
            alerts.closeMissed();
            alerts.open(alert);
          }}
        />
      ) : (
        first && (
          <CallOut
            key={first.id}
            alert={first}
            more={calling.length - 1}
            answer={(answer) => (answer === "open" ? alerts.open(first) : alerts.answer(first, answer))}
          />
        )
      )}
      {tested && <CallOut alert={tested} more={0} answer={() => setTested(undefined)} />}
    </Suspense>
  );
}
