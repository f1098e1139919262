/** The sign of Up Front. */
export function Mark() {
  return (
    <svg width="22" height="22" viewBox="0 0 22 22" aria-hidden>
      <rect x="1" y="11" width="5" height="10" rx="1.5" fill="var(--tick)" />
      <rect x="8.5" y="2" width="5" height="19" rx="1.5" fill="var(--spruce)" />
      <rect x="16" y="11" width="5" height="10" rx="1.5" fill="var(--tick)" />
    </svg>
  );
}
