const KEY = "wexa.found";
const MOST = 6;

export interface Used {
  id: string;
  name: string;
  note: string;
  href: string;
}

function isUsed(value: unknown): value is Used {
  return (
    typeof value === "object" &&
    value !== null &&
    ["id", "name", "note", "href"].every((name) => typeof Reflect.get(value, name) === "string")
  );
}

/** What this browser's administrator opened through Find, the latest first; what cannot be read is as if it were not there. */
export function lastUsed(login: string): Used[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(`${KEY} ${login}`) ?? "[]");
    return Array.isArray(kept) ? kept.filter(isUsed) : [];
  } catch {
    return [];
  }
}

export function remember(login: string, used: Used): void {
  const others = lastUsed(login).filter((one) => one.id !== used.id);
  localStorage.setItem(`${KEY} ${login}`, JSON.stringify([used, ...others].slice(0, MOST)));
}
