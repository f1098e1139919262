import { SubNav } from "../../parts/SubNav";

const PAGES = [
  ["/senders", "Who writes"],
  ["/senders/contacts", "Contacts"],
  ["/senders/away", "Kept away"],
  ["/senders/asked", "Asked to stop"],
] as const;

export const SendersNav = () => <SubNav label="Senders" pages={PAGES} />;
