/** The product's mark: three rows of a page. */
export function Mark({ size = 22 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 22 22" aria-hidden="true">
      <rect x="1" y="2" width="12" height="5" rx="1.5" fill="#d9694f" />
      <rect x="15" y="2" width="6" height="5" rx="1.5" fill="#8fb8b3" />
      <rect x="1" y="9" width="6" height="5" rx="1.5" fill="#8fb8b3" />
      <rect x="9" y="9" width="12" height="5" rx="1.5" fill="#f0ebe0" />
      <rect x="1" y="16" width="20" height="4" rx="1.5" fill="#5f8f8b" />
    </svg>
  );
}
