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

/** Fields after a name was typed: the short name follows it for as long as nobody typed another one. */
export function renamed(fields: Record<string, string | undefined>, name: string): Record<string, string> {
  const own = fields.key ?? "";
  const follows = own === "" || own === keyFrom(fields.name ?? "");
  return follows ? { name, key: keyFrom(name) } : { name };
}
