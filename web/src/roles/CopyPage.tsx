import { useQueries, useQuery } from "@tanstack/react-query";
import { useNavigate, useParams } from "@tanstack/react-router";
import { useState } from "react";
import { useStartDraft } from "../api/drafts";
import type { Schemas } from "../api/client";
import { namingRuleQuery, roleQuery, rolesQuery } from "../api/roleQueries";
import { keyFrom } from "../groups/keys";
import { useMay } from "../session/hooks";
import { PlainField, Told } from "../ui/plainField";
import { Empty, Failure, Loading, Read } from "../ui/states";
import { count } from "../ui/words";
import { NamingRuleCard } from "./NamingRuleCard";
import { collisions, entriesOfCopy, partsOfCopy, proposedNames, unknownParts, type Naming, type Part } from "./copying";

type Page = Schemas["RolePage"];

/** Starting a role from another one: what of it is shared, and what is copied under which name. */
export function CopyPage() {
  const { id } = useParams({ from: "/roles/$id/copy" });
  const mayPrepare = useMay("PREPARE");
  const [wanted, setWanted] = useState<readonly string[]>([id]);
  const reads = useQueries({ queries: wanted.map((one) => roleQuery(one)) });
  const pages = new Map<string, Page>();
  wanted.forEach((one, place) => {
    const data = reads[place]?.data;
    if (data !== undefined) {
      pages.set(one, data);
    }
  });
  const failure = reads.find((read) => read.error !== null)?.error;
  const missing = unknownParts(id, pages).filter((one) => !wanted.includes(one));
  if (missing.length > 0) {
    // what it includes is known only when it has been read itself
    setWanted([...wanted, ...missing]);
  }
  if (!mayPrepare) {
    return (
      <Empty title="You may look, but not prepare changes.">Somebody who manages administrators can allow it.</Empty>
    );
  }
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Start another role">
      {failure ? (
        <Failure failure={failure} />
      ) : unknownParts(id, pages).length > 0 ? (
        <Loading what="what the role is made of" />
      ) : (
        <>
          <Form key={id} parts={partsOfCopy(id, pages)} />
          <NamingRuleSection />
        </>
      )}
    </section>
  );
}

function NamingRuleSection() {
  const rule = useQuery(namingRuleQuery);
  return (
    <section className="mt-8 max-w-4xl" aria-label="Naming rule">
      <h2 className="mb-2">Naming rule of the organisation</h2>
      <Read of={rule} what="the naming rule">
        {(data) => <NamingRuleCard key={data.changedAt ?? ""} rule={data} />}
      </Read>
    </section>
  );
}

function Form({ parts }: { parts: readonly Part[] }) {
  const navigate = useNavigate();
  const roles = useQuery(rolesQuery).data ?? [];
  const root = parts[0]?.page;
  const rule = useQuery(namingRuleQuery).data;
  const [ownPrefix, setPrefix] = useState<string>();
  const [ownSuffix, setSuffix] = useState<string>();
  const prefix = ownPrefix ?? rule?.prefix ?? "";
  const suffix = ownSuffix ?? rule?.suffix ?? "";
  const [copied, setCopied] = useState<ReadonlySet<string>>(new Set(root === undefined ? [] : [root.role.id]));
  const [typed, setTyped] = useState<ReadonlyMap<string, string>>(new Map());
  const start = useStartDraft((draft) => {
    const made = draft.entries.at(-1)?.fields.id;
    void navigate(
      made === undefined
        ? { to: "/changes/drafts/$id", params: { id: draft.id }, search: { draft: draft.id } }
        : { to: "/roles/$id/compose", params: { id: made }, search: { draft: draft.id } },
    );
  });
  if (root === undefined) {
    return <Empty title="There is nothing to copy." />;
  }
  const toCopy = parts.filter(({ page }) => copied.has(page.role.id)).map(({ page }) => page);
  const proposed = proposedNames(
    toCopy.map((page) => page.role.name),
    { prefix: prefix.trim(), suffix: suffix.trim(), isNumbered: rule?.isNumbered ?? true },
    roles,
    keyFrom,
  );
  const names = new Map<string, Naming>(
    toCopy.map((page, place) => {
      const name = typed.get(page.role.id) ?? proposed[place] ?? page.role.name;
      return [page.role.id, { name, key: keyFrom(name) }];
    }),
  );
  const taken = collisions(names, roles);
  return (
    <form
      className="max-w-4xl"
      onSubmit={(event) => {
        event.preventDefault();
        if (taken.size === 0) {
          start.mutate({
            name: `${names.get(root.role.id)?.name ?? root.role.name}, from ${root.role.name}`,
            put: entriesOfCopy(parts, names, root.ownerId ?? undefined),
          });
        }
      }}
    >
      <h1>Start another role from {root.role.name}</h1>
      <p className="text-soft">
        Included roles are shared, so that both follow when they change, or copied to go their own way.
      </p>
      <div className="flex flex-wrap gap-3">
        <PlainField label="Before each name" isOptional value={prefix} onChange={setPrefix} />
        <PlainField label="After each name" isOptional value={suffix} onChange={setSuffix} autoFocus />
      </div>
      <ul className="card-plain mt-3 divide-y divide-[var(--line)]">
        {parts.map(({ page, depth }) => {
          const isCopied = copied.has(page.role.id);
          const isRoot = page.role.id === root.role.id;
          const naming = names.get(page.role.id);
          return (
            <li key={page.role.id} className="flex min-h-10 items-center gap-3 px-3 py-1">
              <span className="w-64 truncate font-semibold" style={{ paddingLeft: `${depth * 1.25}rem` }}>
                {page.role.name}
              </span>
              {isRoot ? (
                <span className="w-28 text-soft">copied</span>
              ) : (
                <label className="flex w-28 cursor-pointer items-center gap-2">
                  <input
                    type="checkbox"
                    className="checkbox checkbox-sm"
                    aria-label={`Copy ${page.role.name}`}
                    checked={isCopied}
                    onChange={() => {
                      const next = new Set(copied);
                      if (!next.delete(page.role.id)) {
                        next.add(page.role.id);
                      }
                      setCopied(next);
                    }}
                  />
                  {isCopied ? "copied" : "shared"}
                </label>
              )}
              {naming !== undefined && (
                <span className="min-w-0 flex-1">
                  <input
                    aria-label={`Name of the copy of ${page.role.name}`}
                    className={`input h-8 w-full ${taken.has(naming.key) ? "input-error" : ""}`}
                    value={naming.name}
                    onChange={(event) => setTyped(new Map([...typed, [page.role.id, event.target.value]]))}
                  />
                  {taken.has(naming.key) && (
                    <span className="text-xs font-semibold text-error">
                      The short name {naming.key} is taken. Choose another name.
                    </span>
                  )}
                </span>
              )}
            </li>
          );
        })}
      </ul>
      <p className="mt-2 text-soft">
        {count(names.size, "role")} to create, in preparation; {count(parts.length - names.size, "role")} shared.
      </p>
      <Told error={start.error} />
      <button type="submit" className="btn btn-primary btn-sm mt-3" disabled={taken.size > 0 || start.isPending}>
        Create and compose
      </button>
    </form>
  );
}
