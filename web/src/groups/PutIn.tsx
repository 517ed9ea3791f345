import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { entry, newId, useAct } from "../api/drafts";
import type { Schemas } from "../api/client";
import { groupsQuery, peopleQuery } from "../api/queries";
import { DayInput } from "../ui/dayInput";
import { Picker } from "../ui/picker";
import { count } from "../ui/words";

interface Chosen {
  /** As entries name a member: `person:` or `group:` and an id. */
  member: string;
  name: string;
}

/** Members are chosen from people and groups into a basket, and put in together, until a day if one is named. */
export function PutIn({ page }: { page: Schemas["GroupPage"] }) {
  const { act, isPending, error } = useAct();
  const [basket, setBasket] = useState<Chosen[]>([]);
  const [until, setUntil] = useState("");
  const [typed, setTyped] = useState("");
  const people = useQuery({ ...peopleQuery(typed), enabled: typed.length > 0 });
  const groups = useQuery(groupsQuery);
  const known = new Set([
    ...page.members.filter((member) => member.membership).map((member) => `person:${member.id}`),
    ...page.groups.map((group) => `group:${group.id}`),
    `group:${page.group.id}`,
    ...basket.map((one) => one.member),
  ]);
  const choices = [
    ...(people.data?.people ?? []).slice(0, 30).map((person) => ({
      id: `person:${person.id}`,
      name: person.name,
      note: [person.job, person.unit].filter((part) => part !== "").join(", "),
    })),
    ...(groups.data ?? []).map((group) => ({
      id: `group:${group.id}`,
      name: group.name,
      note: `group of ${count(group.people, "person", "people")}`,
    })),
  ].filter((choice) => !known.has(choice.id));
  const put = () => {
    act(
      page.group.name,
      ...basket.map((one) =>
        entry("membership.put", {
          id: newId(),
          member: one.member,
          group: page.group.id,
          ...(until === "" ? {} : { until }),
        }),
      ),
    );
    setBasket([]);
  };
  return (
    <div className="mt-1.5 flex flex-wrap items-center gap-2">
      {basket.map((one) => (
        <span
          key={one.member}
          className="flex items-center gap-1 rounded border border-base-content bg-base-100 py-0.5 pr-1 pl-2"
        >
          <b className="font-semibold">{one.name}</b>
          <button
            type="button"
            className="cursor-pointer rounded px-1 text-soft hover:bg-chosen"
            aria-label={`Not ${one.name}`}
            onClick={() => setBasket(basket.filter((other) => other !== one))}
          >
            ×
          </button>
        </span>
      ))}
      <Picker
        label={`Put somebody in ${page.group.name}`}
        hideLabel
        placeholder="Put somebody in…"
        onType={setTyped}
        choices={choices}
        onPick={(id) => {
          const choice = choices.find((one) => one.id === id);
          if (choice !== undefined) {
            setBasket([...basket, { member: choice.id, name: choice.name }]);
          }
        }}
      />
      {basket.length > 0 && (
        <>
          <span className="flex items-center gap-1.5 text-sm text-soft">
            last day
            <DayInput label="Last day" className="h-8 w-40" value={until} onKeep={setUntil} />
          </span>
          <button type="button" className="btn btn-primary btn-sm" disabled={isPending} onClick={put}>
            Put {basket.length === 1 ? "one" : basket.length} in, in the draft
          </button>
        </>
      )}
      {error !== null && (
        <p role="alert" className="font-semibold text-error">
          {error.message}
        </p>
      )}
    </div>
  );
}
