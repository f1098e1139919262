import Button from "@mui/material/Button";

/** A list, saved as a table. @param of which, with what narrows it: "found?text=loan" */
export function TableLink({ of }: { of: string }) {
  const [list, query] = of.split("?");
  return (
    <Button variant="text" component="a" href={`/api/tables/${list}.csv${query ? `?${query}` : ""}`} download>
      As a table (.csv)
    </Button>
  );
}
