import { useParams } from "react-router";
import { AboutScreen } from "./AboutScreen";
import { AwayScreen } from "./AwayScreen";
import { MailOutScreen } from "./MailOutScreen";
import { SignedInScreen } from "./SignedInScreen";
import { SourcesScreen } from "./SourcesScreen";

const PARTS: Record<string, () => React.ReactNode> = {
  me: AboutScreen,
  out: MailOutScreen,
  away: AwayScreen,
  "signed-in": SignedInScreen,
};

/** Where mail comes from, to whom, and by which way out: one part of the page. */
export function MailInScreens() {
  const Part = PARTS[useParams().part ?? ""] ?? SourcesScreen;
  return <Part />;
}
