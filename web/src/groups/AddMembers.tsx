import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { entry, newId, useAct, type EntryInput } from "../api/drafts";
import type { Schemas } from "../api/client";
import { catalogueQuery, directoryQuery } from "../api/queries";
import { entriesFor } from "../onboard/newcomer";
import { useNow, useSession } from "../session/hooks";
import { isoDay } from "../ui/dates";
import { DayInput } from "../ui/dayInput";
import { Picker } from "../ui/picker";
import { useSubjectChoices } from "../ui/subjects";

interface Chosen {
  /** As entries name a member: `person:` or `group:` and an id. */
  member: string;
  name: string;
  /** What comes before: somebody from a directory is made a person here first. */
  before: EntryInput[];
}

const FROM_DIRECTORY = "entry:";

/** Members are chosen from people, groups and directories into a basket, and put in together, until a day if one is named. */
export function AddMembers({
  group,
  members = [],
  groups = [],
}: {
  group: { id: string; name: string };
  /** Who is in it already is not offered. */
  members?: Schemas["GroupPage"]["members"];
  groups?: Schemas["GroupPage"]["groups"];
}) {
  const { actThen, isPending, error } = useAct();
  const [basket, setBasket] = useState<Chosen[]>([]);
  const [until, setUntil] = useState("");
  const [typed, setTyped] = useState("");
  const subjects = useSubjectChoices(typed);
  const catalogue = useQuery(catalogueQuery);
  const directory = useQuery({ ...directoryQuery(typed), enabled: typed.length > 1 });
  const session = useSession();
  const now = useNow();
  const entries = (directory.data?.found ?? []).filter((found) => found.person === undefined || found.person === null);
  const known = new Set([
    ...members.filter((member) => member.membership).map((member) => `person:${member.id}`),
    ...groups.map((one) => `group:${one.id}`),
    `group:${group.id}`,
    ...basket.map((one) => one.member),
    ...basket.flatMap((one) => one.before.map((made) => `${FROM_DIRECTORY}${made.fields.home}/${made.fields.entry}`)),
  ]);
  const choices = [
    ...subjects,
    ...entries.map((found) => ({
      id: `${FROM_DIRECTORY}${found.directory}/${found.entryId}`,
      name: `${found.givenName} ${found.familyName}`,
      note: [found.userId, found.title, found.number].filter(Boolean).join(", "),
      source: "In a directory, and not here yet",
    })),
  ].filter((choice) => !known.has(choice.id));
  const putAll = () => {
    const put = basket.flatMap((one) => [
      ...one.before,
      entry("membership.put", {
        id: newId(),
        member: one.member,
        group: group.id,
        ...(until === "" ? {} : { until }),
      }),
    ]);
    actThen(group.name, put, () => setBasket([]));
  };
  return (
    <div className="mt-1.5 flex flex-wrap items-center gap-2">
      {basket.map((one) => (
        <span
          key={one.member}
          className="flex items-center gap-1 rounded border border-base-content bg-base-100 py-0.5 pr-1 pl-2"
        >
          <b className="font-semibold">{one.name}</b>
          {one.before.length > 0 && <span className="text-sm text-soft">new here</span>}
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
        label={`Add members to ${group.name}`}
        hideLabel
        placeholder="Add members…"
        onType={setTyped}
        choices={choices}
        onPick={(id) => {
          const choice = choices.find((one) => one.id === id);
          const found = entries.find((one) => `${FROM_DIRECTORY}${one.directory}/${one.entryId}` === id);
          if (found !== undefined) {
            const today = isoDay(new Date(now).toISOString(), session.zone);
            const before = entriesFor(found, catalogue.data?.units ?? [], today);
            const name = `${found.givenName} ${found.familyName}`;
            setBasket([...basket, { member: `person:${before[0]?.fields.id ?? ""}`, name, before }]);
          } else if (choice !== undefined) {
            setBasket([...basket, { member: choice.id, name: choice.name, before: [] }]);
          }
        }}
      />
      {basket.length > 0 && (
        <>
          <span className="flex items-center gap-1.5 text-sm text-soft">
            last day
            <DayInput label="Last day" className="h-8 w-40" value={until} onKeep={setUntil} />
          </span>
          <button type="button" className="btn btn-primary btn-sm" disabled={isPending} onClick={putAll}>
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
