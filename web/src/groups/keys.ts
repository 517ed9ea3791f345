/** `winter-watch` from a name: letters without accents, single hyphens between. */
export function keyFrom(name: string): string {
  return name
    .normalize("NFKD")
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, "-")
    .replaceAll(/^-+|-+$/g, "")
    .slice(0, 60)
    .replaceAll(/-+$/g, "");
}
