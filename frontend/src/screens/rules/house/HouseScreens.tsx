import { useParams } from "react-router";
import { HouseScreen } from "./HouseScreen";
import { PublishScreen } from "./PublishScreen";

/** The rules of the office, and publishing one's own: one part of the page. */
export const HouseScreens = () => (useParams().part === "publish" ? <PublishScreen /> : <HouseScreen />);
