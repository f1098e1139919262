/** A colour, chosen as the system lets one. */
export const Colour = ({ label, value, change }: { label: string; value: string; change: (colour: string) => void }) => (
  <input type="color" aria-label={label} value={value} onChange={(event) => change(event.target.value.toUpperCase())} />
);
