import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useSearch } from "@tanstack/react-router";
import { useDeferredValue } from "react";
import { api } from "../api/client";
import { findPeopleQuery, groupsQuery } from "../api/queries";
import { tenantsQuery } from "../api/tenantQueries";
import { rolesQuery, workQuery } from "../api/roleQueries";
import { isAllowed, useSeesAll, useSession } from "../session/hooks";
import { chooseTheme, storedTheme } from "../ui/theme";
import { finder, named, PERSON_ACTS, spoken, TARGETS, type Target } from "./finding";
import { lastUsed } from "./lastUsed";

/** Something that was found: where it leads, or what it does. */
export interface Hit {
  id: string;
  name: string;
  note: string;
  section: string;
  href?: string;
  run?: () => void;
}

const MOST_PEOPLE = 6;
const MOST_TARGETS = 5;
const MOST_OTHERS = 3;
const find = finder(TARGETS);

/** What stands behind some typed words, the best first; what was used last where nothing is typed. */
export function useHits(text: string): { hits: readonly Hit[]; isReading: boolean } {
  const session = useSession();
  const seesAll = useSeesAll();
  const client = useQueryClient();
  const { draft } = useSearch({ from: "__root__" });
  const typed = text.trim();
  const { acts, rest } = spoken(typed);
  const asked = useDeferredValue(rest);
  const isTyped = typed !== "";
  const people = useQuery({ ...findPeopleQuery(asked), enabled: asked !== "" });
  const groups = useQuery({ ...groupsQuery, enabled: isTyped && seesAll });
  const roles = useQuery({ ...rolesQuery, enabled: isTyped && seesAll });
  const tenants = useQuery({ ...tenantsQuery, enabled: isTyped });
  const work = useQuery({ ...workQuery, enabled: isTyped && seesAll });
  // the manual is read only by those who look for something
  const manual = useQuery({
    queryKey: ["manual"],
    queryFn: () => import("../manual/search"),
    enabled: typed.length > 2,
    staleTime: Infinity,
  });
  const may = (need: Target["need"]) => need === undefined || isAllowed(session, need);
  if (!isTyped) {
    const hits = lastUsed(session.login).map((one) => ({ ...one, section: "Last used" }));
    return { hits, isReading: false };
  }

  const own: Target[] = draft === undefined ? [] : [review(draft)];
  const targets = [...find(typed), ...finder(own)(typed)]
    .filter(({ target }) => may(target.need) && (seesAll || target.isForAll === true))
    .slice(0, MOST_TARGETS)
    .map(({ target }) => ({ id: target.id, name: target.name, note: target.note, href: target.href }));
  const found = asked === rest ? (people.data ?? []) : [];
  const persons = found.slice(0, MOST_PEOPLE).map(({ row, how }) => ({
    id: row.id,
    name: row.name,
    note: [how, row.number, row.job, row.unit].filter((part) => part !== "").join(", "),
    href: `/people/${row.id}`,
  }));
  const first = found[0]?.row;
  // what can be done with somebody, if the words say so or nobody else is meant
  const offered = acts.length > 0 ? acts : found.length === 1 ? PERSON_ACTS : [];
  const doing = (first === undefined || !seesAll ? [] : offered)
    .filter((one) => may(one.need))
    .map((one) => ({
      id: `${one.id} ${first?.id ?? ""}`,
      name: one.words(first?.name ?? ""),
      note: first?.number ?? "",
      href: one.href(first?.id ?? ""),
    }));
  const under = (section: string, some: readonly Omit<Hit, "section">[]): Hit[] =>
    some.map((one) => ({ ...one, section }));
  const meansSomebody = acts.length > 0 || (found[0] !== undefined && found[0].how !== "similar name");
  const pages = under("Pages, actions and settings", targets);
  const those = [...under("Do", doing.slice(0, acts.length > 0 ? 1 : doing.length)), ...under("People", persons)];
  const somebody = acts.length > 0 ? those : [...under("People", persons), ...under("Do", doing)];
  const hits = [
    ...(meansSomebody && (acts.length > 0 || !isNamed(targets[0]?.name, typed))
      ? [...somebody, ...pages]
      : [...pages, ...somebody]),
    ...under(
      "Groups",
      named(groups.data ?? [], typed, MOST_OTHERS).map((group) => ({
        id: group.id,
        name: group.name,
        note: "group",
        href: `/groups/${group.id}`,
      })),
    ),
    ...under(
      "Roles",
      named(roles.data ?? [], typed, MOST_OTHERS).map((role) => ({
        id: role.id,
        name: role.name,
        note: "role",
        href: `/roles/${role.id}`,
      })),
    ),
    ...under(
      "What people can do",
      named(
        (work.data ?? []).flatMap((app) =>
          app.tasks.map((task) => ({ name: task.name, app: app.name, needs: task.needs })),
        ),
        typed,
        MOST_OTHERS,
      ).map((task) => ({
        id: `task ${task.app} ${task.name}`,
        name: `Which roles give “${task.name}”`,
        note: `task in ${task.app}`,
        href: `/roles/work?need=${encodeURIComponent(JSON.stringify(task.needs))}`,
      })),
    ),
    ...under(
      "Tenants",
      named(
        (tenants.data ?? []).map((tenant) => ({ id: tenant.id, name: `${tenant.app} ${tenant.name}` })),
        typed.replace(/^read\s+/i, ""),
        MOST_OTHERS,
      ).flatMap((tenant) => [
        { id: tenant.id, name: tenant.name, note: "tenant", href: `/tenants/${tenant.id}` },
        ...(may("HELP")
          ? [
              {
                id: `read ${tenant.id}`,
                name: `Read ${tenant.name} now`,
                note: "action",
                href: `/tenants/${tenant.id}`,
                run: () =>
                  // whether it could be read stands on the tenant's page
                  void api
                    .POST("/api/v1/tenants/{id}/readings", { params: { path: { id: tenant.id } } })
                    .finally(() => void client.invalidateQueries({ queryKey: tenantsQuery.queryKey })),
              },
            ]
          : []),
      ]),
    ),
    ...("light dark night day theme".split(" ").some((word) => word.startsWith(typed.toLowerCase()))
      ? under("Do", [
          {
            id: "theme",
            name: "Change between light and dark",
            note: "action",
            run: () => chooseTheme(storedTheme() === "night" ? "linen" : "night"),
          },
        ])
      : []),
    ...under(
      "Manual",
      (typed.length > 2 ? (manual.data?.searchManual(typed, MOST_OTHERS) ?? []) : []).map((section) => ({
        id: `manual ${section.page} ${section.anchor}`,
        name: section.heading,
        note:
          section.heading === section.pageTitle || section.pageTitle === "Manual"
            ? "manual"
            : `manual, ${section.pageTitle}`,
        href: `/manual/${section.page}#${section.anchor}`,
      })),
    ),
    ...(seesAll
      ? under("Log", [
          {
            id: "log",
            name: `“${typed}” in the log`,
            note: "sentences, reasons, tickets",
            href: `/log?q=${encodeURIComponent(JSON.stringify(typed))}`,
          },
        ])
      : []),
  ];
  return { hits: hits.filter(isFirst), isReading: people.isFetching || asked !== rest };
}

/** Each once, wherever it was found first. */
function isFirst(hit: Hit, at: number, all: readonly Hit[]): boolean {
  return all.findIndex((one) => one.id === hit.id) === at;
}

function isNamed(name: string | undefined, typed: string): boolean {
  return (
    name
      ?.toLowerCase()
      .split(/\W+/)
      .some((word) => word === typed.toLowerCase()) === true
  );
}

function review(draft: string): Target {
  return {
    id: "act review",
    name: "Review the open draft",
    note: "action",
    also: "apply preview changes",
    href: `/changes/drafts/${draft}`,
  };
}
