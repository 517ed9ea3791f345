import { useQuery } from "@tanstack/react-query";
import { groupsQuery, peopleQuery } from "../api/queries";
import type { Choice } from "./choices";
import { count } from "./words";

/** So many people are offered for what is typed. */
const MOST_PEOPLE = 30;

/** People who match what is typed, and groups, as entries name them: `person:` or `group:` and an id. */
export function useSubjectChoices(typed: string): Choice[] {
  const people = useQuery({ ...peopleQuery(typed), enabled: typed.length > 0 });
  const groups = useQuery(groupsQuery);
  return [
    ...(people.data?.people ?? []).slice(0, MOST_PEOPLE).map((person) => ({
      id: `person:${person.id}`,
      name: person.name,
      note: [person.number, person.job, person.unit].filter((part) => part !== "").join(", "),
      source: "People",
    })),
    ...(groups.data ?? []).map((group) => ({
      id: `group:${group.id}`,
      name: group.name,
      note: `group of ${count(group.people, "person", "people")}`,
      source: "Groups",
    })),
  ];
}
