import Tab from "@mui/material/Tab";
import Tabs from "@mui/material/Tabs";
import { Link, useLocation } from "react-router";

/** The pages that belong together, each a link. */
export function SubNav({ label, pages }: { label: string; pages: readonly (readonly [path: string, name: string])[] }) {
  const here = useLocation().pathname.replace(/\/$/, "");
  // The page itself, or the nearest above it.
  const above = pages.map(([path]) => path).filter((path) => here === path || here.startsWith(`${path}/`));
  const shown = above.sort((one, other) => other.length - one.length)[0] ?? false;
  return (
    <Tabs component="nav" value={shown} variant="scrollable" scrollButtons="auto" aria-label={label}>
      {pages.map(([path, name]) => (
        <Tab key={path} value={path} label={name} component={Link} to={path} />
      ))}
    </Tabs>
  );
}
