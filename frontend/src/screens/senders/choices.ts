import type { SenderChoice } from "../../api/senders";

type Offered = { value: SenderChoice; act: string; stands: string; title: (who: string) => string };

/** What may be wanted of somebody's mail. @param stands how a sender stands of whom it is wanted */
export const CHOICES: Offered[] = [
  { value: "let_in", act: "Let straight in", stands: "let in", title: (who) => `Let ${who} straight in` },
  { value: "hold", act: "Hold for a round", stands: "waits for a round", title: (who) => `Hold ${who} for a round` },
  { value: "off_front", act: "Off the Front", stands: "off the Front", title: (who) => `Keep ${who} off the Front` },
  { value: "never_again", act: "Never again", stands: "kept away", title: (who) => `Never again: ${who}` },
  { value: "raise", act: "Raise", stands: "raised", title: (who) => `Raise ${who}` },
];
/** Takes them out of all these lists. */
export const NO_CHOICE: Offered = {
  value: "none",
  act: "As the other rules say",
  stands: "",
  title: (who) => `${who}: as the other rules say`,
};
