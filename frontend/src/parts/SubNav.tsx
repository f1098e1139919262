import Tab from "@mui/material/Tab";
import Tabs from "@mui/material/Tabs";
import { Link, useLocation } from "react-router";

/** The pages that belong together, each a link. */
export function SubNav({ label, pages }: { label: string; pages: readonly (readonly [path: string, name: string])[] }) {
  const here = useLocation().pathname.replace(/\/$/, "");
  const shown = pages.some(([path]) => path === here) ? here : false;
  return (
    <Tabs component="nav" value={shown} variant="scrollable" scrollButtons="auto" aria-label={label}>
      {pages.map(([path, name]) => (
        <Tab key={path} value={path} label={name} component={Link} to={path} />
      ))}
    </Tabs>
  );
}
