/** The tenant's colour, by its place in the palette. */
export function tenantColour(colour: number): string {
  return `var(--t${colour % 10})`;
}

export function TenantDot({ colour }: { colour: number }) {
  return (
    <span
      aria-hidden
      className="mr-2 inline-block size-2.5 shrink-0 rounded-xs"
      style={{ background: tenantColour(colour) }}
    />
  );
}
