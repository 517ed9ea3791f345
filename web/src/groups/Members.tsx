import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { entry, useAct } from "../api/drafts";
import type { Schemas } from "../api/client";
import { groupQuery } from "../api/queries";
import { EndButton } from "../changes/EndButton";
import { useMay, useSession } from "../session/hooks";
import { lastDay } from "../ui/dates";
import { Told } from "../ui/plainField";
import { Empty } from "../ui/states";
import { count } from "../ui/words";
import { AddMembers } from "./AddMembers";
import { shownMembers, type Member, type SortBy } from "./members";

type Page = Schemas["GroupPage"];

/** So many are drawn before more are asked for. */
const FIRST = 200;

const COLUMNS: readonly { key: SortBy; name: string }[] = [
  { key: "name", name: "Name" },
  { key: "number", name: "Number" },
  { key: "job", name: "Job" },
  { key: "unit", name: "Unit" },
  { key: "way", name: "Membership" },
  { key: "until", name: "Last day" },
];

/** Who is in a group and where each comes from; several can be taken out at once, and groups in it open in place. */
export function Members({ page }: { page: Page }) {
  const mayPrepare = useMay("PREPARE");
  const { group } = page;
  return (
    <>
      <div className="mt-5 flex items-center gap-2">
        <h2 className="flex-1">
          Members{" "}
          <span className="font-sans text-sm font-normal text-soft">{count(group.people, "person", "people")}</span>
        </h2>
        <Link
          to="/people/table"
          search={(before) => ({ draft: before.draft, group: [group.id] })}
          className="btn btn-xs"
        >
          As a table of people
        </Link>
      </div>
      <Within page={page} />
      {mayPrepare && group.kind === "ASSIGNED" && (
        <AddMembers group={group} members={page.members} groups={page.groups} />
      )}
      {page.groups.length > 0 && (
        <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]" aria-label="Groups in it">
          {page.groups.map((one) => (
            <NestedGroup key={one.id} one={one} group={group.name} />
          ))}
        </ul>
      )}
      {page.members.length === 0 ? (
        <div className="card-plain mt-1.5">
          <Empty title="Nobody is in it now." />
        </div>
      ) : (
        <MemberTable page={page} />
      )}
      {group.people > page.members.length && (
        <p className="mt-1 text-soft">
          {page.members.length.toLocaleString("en-GB")} of {count(group.people, "person", "people")} are listed here.
          The table of people has them all.
        </p>
      )}
    </>
  );
}

function Within({ page }: { page: Page }) {
  return (
    page.within.length > 0 && (
      <p className="text-soft">
        Is itself in{" "}
        {page.within.map((one, place) => (
          <span key={one.id}>
            {place > 0 && ", "}
            <Link to="/groups/$id" params={{ id: one.id }} className="font-semibold text-base-content hover:underline">
              {one.name}
            </Link>
          </span>
        ))}
        .
      </p>
    )
  );
}

/** A group in the group: what it brings is seen without leaving. */
function NestedGroup({ one, group }: { one: Page["groups"][number]; group: string }) {
  const [isOpen, setOpen] = useState(false);
  const page = useQuery({ ...groupQuery(one.id), enabled: isOpen }).data;
  return (
    <li className="px-3">
      <div className="flex min-h-9 items-center gap-2">
        <button
          type="button"
          className="w-5 cursor-pointer text-soft"
          aria-expanded={isOpen}
          aria-label={`Who is in ${one.name}`}
          onClick={() => setOpen(!isOpen)}
        >
          {isOpen ? "▾" : "▸"}
        </button>
        <Link to="/groups/$id" params={{ id: one.id }} className="font-semibold hover:underline">
          {one.name}
        </Link>
        <span className="flex-1 text-sm text-soft">a group of {count(one.people, "person", "people")}</span>
        <EndButton
          draft={group}
          entry={entry("membership.end", { membership: one.membership })}
          label={`Take ${one.name} out`}
          words="Remove"
        />
      </div>
      {isOpen && page !== undefined && (
        <ul className="mb-2 grid grid-cols-2 gap-x-4 pl-7 text-sm min-[1500px]:grid-cols-3">
          {page.groups.map((inner) => (
            <li key={inner.id} className="truncate">
              <Link to="/groups/$id" params={{ id: inner.id }} className="hover:underline">
                {inner.name}, a group of {inner.people}
              </Link>
            </li>
          ))}
          {page.members.map((member) => (
            <li key={member.id} className="truncate">
              <Link to="/people/$id" params={{ id: member.id }} className="hover:underline">
                {member.name}
              </Link>{" "}
              <span className="text-soft">{member.way === "direct" ? member.job : member.way}</span>
            </li>
          ))}
          {page.members.length === 0 && <li className="text-soft">Nobody is in it now.</li>}
        </ul>
      )}
    </li>
  );
}

function MemberTable({ page }: { page: Page }) {
  const mayPrepare = useMay("PREPARE");
  const { actThen, isPending, error } = useAct();
  const [text, setText] = useState("");
  const [sort, setSort] = useState<{ by: SortBy; isDescending: boolean }>({ by: "name", isDescending: false });
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [isWhole, setWhole] = useState(false);
  const found = shownMembers(page.members, text, sort.by, sort.isDescending);
  const shown = isWhole ? found : found.slice(0, FIRST);
  const removable = found.filter((member) => member.membership);
  const picked = removable.filter((member) => chosen.has(member.id));
  const canPick = mayPrepare && removable.length > 0;
  return (
    <>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <input
          aria-label="Search members"
          className="input h-8 w-56"
          placeholder="Name, number, job, unit"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <span role="status" className="flex-1 text-sm text-soft">
          {found.length} of {page.members.length}
        </span>
        {picked.length > 0 && (
          <button
            type="button"
            className="btn btn-sm"
            disabled={isPending}
            onClick={() =>
              actThen(
                page.group.name,
                picked.map((member) => entry("membership.end", { membership: member.membership ?? "" })),
                () => setChosen(new Set()),
              )
            }
          >
            Remove {count(picked.length, "person", "people")}, in the draft
          </button>
        )}
      </div>
      <Told error={error} />
      <table className="card-plain mt-1.5 w-full">
        <thead>
          <tr className="text-left text-xs text-soft">
            {canPick && (
              <th className="w-8 pl-3">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  aria-label="Select all who can be removed"
                  checked={picked.length === removable.length}
                  onChange={() =>
                    setChosen(
                      picked.length === removable.length ? new Set() : new Set(removable.map((member) => member.id)),
                    )
                  }
                />
              </th>
            )}
            {COLUMNS.map((column) => (
              <th
                key={column.key}
                scope="col"
                className="px-2 py-1 font-semibold"
                aria-sort={sort.by === column.key ? (sort.isDescending ? "descending" : "ascending") : "none"}
              >
                <button
                  type="button"
                  className="cursor-pointer"
                  onClick={() =>
                    setSort({ by: column.key, isDescending: sort.by === column.key && !sort.isDescending })
                  }
                >
                  {column.name}
                  {sort.by === column.key && (sort.isDescending ? " ↓" : " ↑")}
                </button>
              </th>
            ))}
            <th>
              <span className="sr-only">Actions</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {shown.map((member) => (
            <MemberRow
              key={member.id}
              member={member}
              group={page.group.name}
              canPick={canPick}
              isChosen={chosen.has(member.id)}
              onToggle={() => {
                const next = new Set(chosen);
                if (!next.delete(member.id)) {
                  next.add(member.id);
                }
                setChosen(next);
              }}
            />
          ))}
        </tbody>
      </table>
      {shown.length < found.length && (
        <button type="button" className="btn btn-sm mt-2" onClick={() => setWhole(true)}>
          Show all {found.length}
        </button>
      )}
    </>
  );
}

function MemberRow({
  member,
  group,
  canPick,
  isChosen,
  onToggle,
}: {
  member: Member;
  group: string;
  canPick: boolean;
  isChosen: boolean;
  onToggle: () => void;
}) {
  const session = useSession();
  return (
    <tr className={`h-8 border-t border-line ${isChosen ? "bg-chosen" : ""}`}>
      {canPick && (
        <td className="pl-3">
          {member.membership && (
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              aria-label={`Select ${member.name}`}
              checked={isChosen}
              onChange={onToggle}
            />
          )}
        </td>
      )}
      <td className="px-2">
        <Link to="/people/$id" params={{ id: member.id }} className="font-semibold hover:underline">
          {member.name}
        </Link>
      </td>
      <td className="px-2 font-mono text-sm">{member.number}</td>
      <td className="px-2">{member.job}</td>
      <td className="px-2">{member.unit}</td>
      <td className="px-2 text-soft">{member.way === "direct" ? "directly" : member.way}</td>
      <td className="px-2 whitespace-nowrap">{member.until ? lastDay(member.until, session.zone) : ""}</td>
      <td className="px-2 text-right">
        {member.membership && (
          <EndButton
            draft={group}
            entry={entry("membership.end", { membership: member.membership })}
            label={`Take ${member.name} out`}
            words="Remove"
          />
        )}
      </td>
    </tr>
  );
}
