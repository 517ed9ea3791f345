import { useQuery } from "@tanstack/react-query";
import { Link, useParams, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { entry, newId, useAct } from "../api/drafts";
import type { Schemas } from "../api/client";
import { draftQuery } from "../api/changeQueries";
import { catalogueQuery, groupQuery } from "../api/queries";
import { EndButton } from "../changes/EndButton";
import { useMay, useSession } from "../session/hooks";
import { lastDay } from "../ui/dates";
import { KeptField } from "../ui/field";
import { joinedItems } from "../ui/items";
import { EmptyItem, Read } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { InTenants } from "./InTenants";
import { Members } from "./Members";
import { Rule } from "./Rule";
import { Shift } from "./Shift";

type Page = Schemas["GroupPage"];

const KINDS: Record<string, string> = {
  ASSIGNED: "Direct members",
  RULED: "Members by rule",
  DIRECTORY: "Members from the directory",
};

export function GroupPage() {
  const { id } = useParams({ from: "/groups/$id" });
  const group = useQuery(groupQuery(id));
  return (
    <Read of={group} what="the group">
      {(data) => <Group key={data.group.id} page={data} />}
    </Read>
  );
}

function Group({ page }: { page: Page }) {
  const { group } = page;
  const mayPrepare = useMay("PREPARE");
  const { draft } = useSearch({ from: "__root__" });
  const open = useQuery({ ...draftQuery(draft ?? ""), enabled: draft !== undefined });
  const [isEditing, setEditing] = useState(false);
  const isOurs = group.kind !== "DIRECTORY";
  return (
    <>
      <div className="flex flex-wrap items-center gap-2">
        <h1>{group.name}</h1>
        {mayPrepare && isOurs && (
          <>
            <button
              type="button"
              className="btn btn-xs"
              aria-expanded={isEditing}
              onClick={() => setEditing(!isEditing)}
            >
              Change
            </button>
            <EndButton
              draft={`Retire ${group.name}`}
              entry={entry("group.retire", { group: group.id })}
              label={`Retire ${group.name}, with everything that it gives`}
              words="Retire"
            />
          </>
        )}
      </div>
      <p className="text-soft">
        {[
          group.description,
          KINDS[group.kind],
          group.tags.join(", "),
          group.owners.length > 0 ? `owned by ${group.owners.join(", ")}` : "owned by nobody",
        ]
          .filter((part) => part !== undefined && part !== "")
          .join(" · ")}
      </p>
      {isEditing && <Edit page={page} />}
      {open.data !== undefined && open.data.total > 0 && <Shift group={group.id} draft={open.data} />}
      {page.rule !== undefined && page.rule !== null && <RuleOf page={page} />}
      <Gives page={page} />
      <InTenants page={page} />
      <Members page={page} />
    </>
  );
}

/** What the open draft would make of the group, field by field; the first change begins a draft where none is open. */
function useEdited(page: Page) {
  const { act } = useAct();
  const { draft } = useSearch({ from: "__root__" });
  const open = useQuery({ ...draftQuery(draft ?? ""), enabled: draft !== undefined });
  // one entry however quickly its fields are typed
  const [fresh] = useState(newId);
  const edit = open.data?.entries.find((one) => one.form === "group.edit" && one.fields.group === page.group.id);
  return {
    edit,
    set: (fields: Record<string, string>) =>
      act(`Change ${page.group.name}`, {
        id: edit?.id ?? fresh,
        form: "group.edit",
        fields: { ...edit?.fields, group: page.group.id, ...fields },
      }),
  };
}

function Edit({ page }: { page: Page }) {
  const { edit, set } = useEdited(page);
  const field = (name: string, known: string) => ({
    value: edit?.fields[name] ?? known,
    problems: edit?.findings.filter((finding) => finding.path === name) ?? [],
    onKeep: (value: string) => set({ [name]: value }),
  });
  return (
    <div className="card-plain mt-3 grid grid-cols-2 gap-x-2.5 gap-y-2 p-3">
      <KeptField label="Name" {...field("name", page.group.name)} />
      <KeptField label="What it is for" {...field("description", page.group.description)} />
      <KeptField label="Tags" {...field("tags", page.group.tags.join(", "))} placeholder="season, guides" />
      <KeptField label="New owners, by handle" {...field("owners", "")} placeholder="ines.abara, jory.netherby" />
    </div>
  );
}

function RuleOf({ page }: { page: Page }) {
  const choices = useQuery(catalogueQuery);
  const mayPrepare = useMay("PREPARE");
  const { edit, set } = useEdited(page);
  const rule = {
    kinds: page.rule?.kinds.join(",") ?? "",
    units: page.rule?.units.join(",") ?? "",
    jobs: joinedItems(page.rule?.jobs ?? []),
    where: joinedItems(page.rule?.where ?? []),
  };
  const fields = { ...rule, ...edit?.fields };
  const wrong = edit?.findings.find((finding) => finding.path === "rule");
  return (
    <>
      <h2 className="mt-4">Everybody</h2>
      <Read of={choices} what="what there is to choose from">
        {(data) => (
          <Rule
            fields={fields}
            choices={data}
            onSet={
              mayPrepare
                ? (changed) =>
                    set({
                      kinds: fields.kinds,
                      units: fields.units,
                      jobs: fields.jobs,
                      where: fields.where,
                      ...changed,
                    })
                : undefined
            }
          />
        )}
      </Read>
      {wrong !== undefined && <p className="mt-1 text-sm font-semibold text-error">{wrong.text}</p>}
    </>
  );
}

function Gives({ page }: { page: Page }) {
  const session = useSession();
  const mayPrepare = useMay("PREPARE");
  return (
    <>
      <div className="mt-4 flex items-center gap-2">
        <h2 className="flex-1">What it gives</h2>
        {mayPrepare && (
          <Link to="/roles/give" search={{ to: [`group:${page.group.id}`] }} className="btn btn-xs">
            Give a role
          </Link>
        )}
      </div>
      <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
        {page.gives.length === 0 && (
          <EmptyItem title="It gives nothing">No role reaches anybody through this group.</EmptyItem>
        )}
        {page.gives.map((one) => (
          <li
            key={`${one.role} ${one.tenant} ${one.area} ${one.throughId ?? ""}`}
            className="flex min-h-9 items-center gap-2 px-3 py-1"
          >
            <TenantDot colour={one.colour} />
            <Link to="/roles/$id" params={{ id: one.role }} className="-ml-2 font-semibold hover:underline">
              {one.name}
            </Link>
            <span className="text-soft">
              in {one.tenant}, {one.area}
              {one.by !== "assignment" && `, by ${one.by}`}
              {one.through && one.throughId && (
                <>
                  {" "}
                  through{" "}
                  <Link to="/groups/$id" params={{ id: one.throughId }} className="font-semibold hover:underline">
                    {one.through}
                  </Link>
                </>
              )}
            </span>
            {one.until && <b className="ml-auto text-sm">until {lastDay(one.until, session.zone)}</b>}
          </li>
        ))}
      </ul>
    </>
  );
}
