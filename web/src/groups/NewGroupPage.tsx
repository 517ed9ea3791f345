import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useEffect, useRef } from "react";
import { entriesOf, entry, findingsAt, newId, useDraft, useStartDraft, type Draft, type Entry } from "../api/drafts";
import { catalogueQuery } from "../api/queries";
import { rolesQuery } from "../api/roleQueries";
import { SubjectName } from "../roles/SubjectName";
import { useMay } from "../session/hooks";
import { KeptChoice, KeptField } from "../ui/field";
import { Empty, Failure, Loading, Read } from "../ui/states";
import { AddMembers } from "./AddMembers";
import { renamed } from "./keys";
import { Rule } from "./Rule";
import { Shift } from "./Shift";

/** A group that does not exist yet, in a draft of its own. */
export function NewGroupPage() {
  const { draft } = useSearch({ from: "__root__" });
  const mayPrepare = useMay("PREPARE");
  if (!mayPrepare) {
    return (
      <Empty title="You may look, but not prepare changes.">Somebody who manages administrators can allow it.</Empty>
    );
  }
  return draft === undefined ? <Start /> : <OnDraft key={draft} id={draft} />;
}

function Start() {
  const navigate = useNavigate();
  const start = useStartDraft(
    (draft) => void navigate({ to: "/groups/new", search: { draft: draft.id }, replace: true }),
  );
  const begun = useRef(false);
  const { mutate } = start;
  useEffect(() => {
    if (!begun.current) {
      begun.current = true;
      mutate({ name: "New group", put: [entry("group.make", { id: newId(), sort: "assigned" })] });
    }
  }, [mutate]);
  return start.error !== null ? <Failure failure={start.error} /> : <Loading what="the new draft" />;
}

function OnDraft({ id }: { id: string }) {
  const { query } = useDraft(id);
  return (
    <Read of={query} what="the draft">
      {(draft) => {
        const made = entriesOf(draft, "group.make")[0];
        return made === undefined ? (
          <Empty title={`The draft “${draft.name}” makes no group.`}>
            <Link to="/groups/new" search={{ draft: undefined }} className="btn btn-sm mt-2">
              Begin a new one
            </Link>
          </Empty>
        ) : (
          <Form draft={draft} made={made} />
        );
      }}
    </Read>
  );
}

function Form({ draft, made }: { draft: Draft; made: Entry }) {
  const { set } = useDraft(draft.id);
  const choices = useQuery(catalogueQuery);
  const isRuled = made.fields.sort === "ruled";
  const isFirst = (made.fields.name ?? "") === "" && (made.fields.key ?? "") === "";
  const field = (name: string) => ({
    name: `${made.id}.${name}`,
    value: made.fields[name] ?? "",
    // a form that was just begun is not told that it is empty
    problems: isFirst ? [] : findingsAt(made, name),
    onKeep: (value: string) => set(made, { [name]: value }),
  });
  const rule = findingsAt(made, "rule")[0];
  return (
    <div className="max-w-3xl">
      <h1>{made.fields.name ? made.fields.name : "New group"}</h1>
      <p className="text-soft">It exists when the draft is applied. Saved automatically.</p>
      <div className="mt-4 grid grid-cols-2 gap-x-2.5 gap-y-2">
        <KeptField label="Name" {...field("name")} onKeep={(value) => set(made, renamed(made.fields, value))} />
        <KeptField label="Short name" {...field("key")} mono placeholder="winter-watch" />
        <KeptField label="What it is for" {...field("description")} />
        <KeptField label="Tags" {...field("tags")} placeholder="season, guides" />
        <KeptField label="Owners, by handle" {...field("owners")} placeholder="ines.abara, jory.netherby" />
        <KeptChoice label="Who is in it" {...field("sort")}>
          <option value="assigned">added one by one</option>
          <option value="ruled">by rule</option>
        </KeptChoice>
      </div>
      {isRuled && choices.data !== undefined && (
        <>
          <h2 className="mt-4">Everybody</h2>
          <Rule fields={made.fields} choices={choices.data} onSet={(fields) => set(made, fields)} />
          {rule !== undefined && !isFirst && <p className="mt-1 text-sm font-semibold text-error">{rule.text}</p>}
          {made.state !== "TO_SETTLE" && <Shift group={made.fields.id ?? ""} draft={draft} />}
        </>
      )}
      {!isRuled && <FirstMembers draft={draft} made={made} />}
      <FirstRoles draft={draft} made={made} />
    </div>
  );
}

/** Members and roles go into the same draft: the group is made first. */
function FirstMembers({ draft, made }: { draft: Draft; made: Entry }) {
  const { take } = useDraft(draft.id);
  const id = made.fields.id ?? "";
  const members = entriesOf(draft, "membership.put").filter((one) => one.fields.group === id);
  return (
    <>
      <h2 className="mt-5">
        Members <span className="font-sans text-sm font-normal text-soft">{members.length}</span>
      </h2>
      {members.length > 0 && (
        <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
          {members.map((one) => (
            <li key={one.id} className="flex min-h-9 items-center gap-2 px-3">
              <span className="flex-1 font-semibold">
                <SubjectName subject={one.fields.member ?? ""} />
              </span>
              <button type="button" className="btn btn-xs" onClick={() => take(one.id)}>
                Remove
              </button>
            </li>
          ))}
        </ul>
      )}
      <AddMembers group={{ id, name: made.fields.name ?? "the new group" }} />
    </>
  );
}

function FirstRoles({ draft, made }: { draft: Draft; made: Entry }) {
  const { take } = useDraft(draft.id);
  const roles = useQuery(rolesQuery).data ?? [];
  const id = made.fields.id ?? "";
  const given = entriesOf(draft, "assignment.give").filter((one) => one.fields.subject === `group:${id}`);
  return (
    <>
      <div className="mt-5 flex items-center gap-2">
        <h2>
          Roles <span className="font-sans text-sm font-normal text-soft">{given.length}</span>
        </h2>
        <Link
          to="/roles/give"
          search={(before) => ({ draft: before.draft, to: [`group:${id}`] })}
          className="btn btn-xs"
          disabled={made.state === "TO_SETTLE"}
        >
          Give a role
        </Link>
      </div>
      {given.length === 0 ? (
        <p className="mt-1 text-soft">Whoever comes into the group gets what is given to it here.</p>
      ) : (
        <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
          {given.map((one) => (
            <li key={one.id} className="flex min-h-9 items-center gap-2 px-3">
              <span className="flex-1 font-semibold">
                {roles.find((role) => role.id === one.fields.role)?.name ?? one.fields.role}
              </span>
              <button type="button" className="btn btn-xs" onClick={() => take(one.id)}>
                Remove
              </button>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
