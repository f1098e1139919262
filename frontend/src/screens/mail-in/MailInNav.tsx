import { SubNav } from "../../parts/SubNav";

const PAGES = [
  ["/mail-in", "Where mail comes from"],
  ["/mail-in/me", "About me and my accounts"],
  ["/mail-in/out", "Mail out"],
  ["/mail-in/away", "Away, templates, forwarding"],
  ["/mail-in/signed-in", "Signing in"],
] as const;

/** The pages of where mail comes from, and to whom. */
export const MailInNav = () => <SubNav label="Mail in and what belongs to it" pages={PAGES} />;
