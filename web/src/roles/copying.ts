import { entry, type EntryInput } from "../api/drafts";
import type { Schemas } from "../api/client";

type Page = Schemas["RolePage"];

/** A role in the tree of what is copied. */
export interface Part {
  page: Page;
  depth: number;
}

/** The role and all that it includes, each once, outer ones before inner ones. */
export function partsOfCopy(root: string, pages: ReadonlyMap<string, Page>): Part[] {
  const found: Part[] = [];
  const visit = (id: string, depth: number) => {
    const page = pages.get(id);
    if (page === undefined || found.some((one) => one.page.role.id === id)) {
      return;
    }
    found.push({ page, depth });
    page.ingredients.filter((one) => one.kind === "ROLE").forEach((one) => visit(one.id, depth + 1));
  };
  visit(root, 0);
  return found;
}

/** Ids of included roles that are not known yet. */
export function unknownParts(root: string, pages: ReadonlyMap<string, Page>): string[] {
  const known = partsOfCopy(root, pages);
  const wanted = known.flatMap(({ page }) =>
    page.ingredients.filter((one) => one.kind === "ROLE").map((one) => one.id),
  );
  return [...new Set(pages.has(root) ? wanted : [root])].filter((id) => !pages.has(id));
}

/** What a copy is called. */
export interface Naming {
  name: string;
  key: string;
}

/**
 * Entries that make the copies: inner roles before those that include them. A copied role includes the copies of what is copied
 * as well, and shares the rest.
 */
export function entriesOfCopy(
  parts: readonly Part[],
  names: ReadonlyMap<string, Naming>,
  owner: string | undefined,
): EntryInput[] {
  return [...parts]
    .reverse()
    .filter(({ page }) => names.has(page.role.id))
    .map(({ page }) => {
      const naming = names.get(page.role.id) ?? { name: page.role.name, key: page.role.key };
      const keyOf = (id: string, own: string) => names.get(id)?.key ?? own;
      return entry("role.make", {
        id: crypto.randomUUID(),
        key: naming.key,
        name: naming.name,
        description: page.role.description,
        ...(owner === undefined ? {} : { owner }),
        sets: page.ingredients
          .filter((one) => one.kind === "SET")
          .map((one) => one.key)
          .join(", "),
        includes: page.ingredients
          .filter((one) => one.kind === "ROLE")
          .map((one) => keyOf(one.id, one.key))
          .join(", "),
        exclusions: page.lines
          .filter((line) => line.excluded)
          .map((line) => line.permission)
          .join(", "),
        stage: "preparation",
        source: page.role.id,
      });
    });
}

/** How the organisation calls roles that are started from others. */
export interface NamingRule {
  prefix: string;
  suffix: string;
  isNumbered: boolean;
}

/** The name that a rule makes of another one; the first letter of what follows a prefix is small. */
export function affixed(name: string, rule: NamingRule): string {
  const { prefix, suffix } = rule;
  const inner = prefix === "" ? name : `${prefix} ${name.charAt(0).toLowerCase()}${name.slice(1)}`;
  return suffix === "" ? inner : `${inner} ${suffix}`;
}

/**
 * What copies are called by a rule, row by row. Where it numbers them, a name that a role or an earlier row has gets the next
 * number that is free.
 */
export function proposedNames(
  names: readonly string[],
  rule: NamingRule,
  roles: readonly { name: string; key: string }[],
  keyOf: (name: string) => string,
): string[] {
  const taken = new Set(roles.map((role) => role.key));
  return names.map((name) => {
    const made = affixed(name, rule);
    let proposed = made;
    for (let number = 2; rule.isNumbered && taken.has(keyOf(proposed)); number++) {
      proposed = `${made} ${number}`;
    }
    taken.add(keyOf(proposed));
    return proposed;
  });
}

/** Names and short names that roles have already, or that two copies would share. */
export function collisions(
  names: ReadonlyMap<string, Naming>,
  roles: readonly { name: string; key: string }[],
): Set<string> {
  const taken = new Set(roles.map((role) => role.key));
  const seen = new Set<string>();
  const found = new Set<string>();
  for (const { key } of names.values()) {
    if (taken.has(key) || seen.has(key)) {
      found.add(key);
    }
    seen.add(key);
  }
  return found;
}
