import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { entry, newId, useAct } from "../api/drafts";
import type { Schemas } from "../api/client";
import { setsQuery } from "../api/roleQueries";
import { EndButton } from "../changes/EndButton";
import { useMay } from "../session/hooks";
import { PersonPicker } from "../ui/personPicker";
import { PlainField, Told } from "../ui/plainField";
import { useOpenDraft } from "./useComposing";
import { differsWords } from "./writing";

type Page = Schemas["RolePage"];
type PlaceTenant = Schemas["PlaceTenant"];
type Variant = Schemas["VariantView"];
type Own = Schemas["OwnVariant"];

/** How the role differs in a tenant, by a variant of its own or of a role in it. */
export function RoleVariant({ page, tenant, variant }: { page: Page; tenant: PlaceTenant; variant: Variant }) {
  const mayPrepare = useMay("PREPARE");
  const [isOpen, setOpen] = useState(false);
  const draft = useOpenDraft();
  const own = variant.variant;
  const isDrafted =
    own !== undefined &&
    own !== null &&
    draft?.entries.some((one) => one.form === "role-variant.edit" && one.fields["role-variant"] === own.id);
  return (
    <div className="ml-5">
      <div className="flex min-h-7 items-start gap-2">
        <div className="min-w-0 flex-1 py-1">
          <b className="font-semibold">{own ? "Variant" : "Differs"}</b>{" "}
          <span className="text-soft">{differsWords(variant)}</span>
          {own && (
            <p className="text-sm text-soft">
              {own.reason} · owned by {own.owner}
            </p>
          )}
        </div>
        {own && mayPrepare && isDrafted && <span className="text-sm font-semibold text-primary">in the draft</span>}
        {own && mayPrepare && !isDrafted && !isOpen && (
          <button
            type="button"
            className="btn btn-xs"
            aria-label={`Change the variant of ${page.role.name} in ${tenant.title}`}
            onClick={() => setOpen(true)}
          >
            Change
          </button>
        )}
        {own && (
          <EndButton
            draft={`${page.role.name} in ${tenant.title}`}
            entry={entry("role-variant.end", { "role-variant": own.id })}
            label={`End the variant of ${page.role.name} in ${tenant.title}`}
          />
        )}
      </div>
      {own && isOpen && <VariantForm page={page} tenant={tenant} own={own} onDone={() => setOpen(false)} />}
    </div>
  );
}

/** What the role grants in the tenant besides, and what it does not grant there. */
export function VariantForm({
  page,
  tenant,
  own,
  onDone,
}: {
  page: Page;
  tenant: PlaceTenant;
  own?: Own;
  onDone: () => void;
}) {
  const all = useQuery(setsQuery(undefined));
  const { act, isPending, error } = useAct();
  const [sets, setSets] = useState<readonly string[]>(own?.sets.map((set) => set.id) ?? []);
  const [exclusions, setExclusions] = useState<readonly string[]>(own?.exclusions ?? []);
  const [owner, setOwner] = useState(own === undefined ? undefined : { id: own.ownerId, name: own.owner });
  const [reason, setReason] = useState(own?.reason ?? "");
  const ofApp = (all.data ?? []).filter((set) => set.app === tenant.app);
  const isIngredient = (id: string) => page.ingredients.some((one) => one.id === id);
  const lines = page.lines.filter((line) => line.app === tenant.app);
  const isGiven = (permission: string) =>
    lines.some((line) => line.given && line.permission === permission) ||
    ofApp.some((set) => sets.includes(set.id) && set.permissions.includes(permission));
  const words = (permission: string) => {
    const line = lines.find((one) => one.permission === permission);
    return line === undefined ? permission : `${line.type}: ${line.action}`;
  };
  const isReady = owner !== undefined && reason.trim() !== "" && sets.length + exclusions.length > 0;
  return (
    <form
      className="mt-1 ml-5 border-t border-line py-2"
      aria-label={`Variant of ${page.role.name} in ${tenant.title}`}
      onSubmit={(event) => {
        event.preventDefault();
        if (owner === undefined || !isReady) {
          return;
        }
        const fields = {
          sets: sets.join(", "),
          exclusions: exclusions.join(", "),
          owner: owner.id,
          because: reason.trim(),
        };
        act(
          `${page.role.name} in ${tenant.title}`,
          own === undefined
            ? entry("role-variant.make", { id: newId(), role: page.role.id, tenant: tenant.id, ...fields })
            : entry("role-variant.edit", { "role-variant": own.id, ...fields }),
        );
        onDone();
      }}
    >
      <div className="grid grid-cols-2 gap-x-4">
        <Several
          label="Also grants here"
          add="Add a permission set"
          choices={ofApp.filter((set) => !isIngredient(set.id)).map((set) => ({ id: set.id, words: set.name }))}
          chosen={sets}
          onChange={setSets}
        />
        <Several
          label="Does not grant here"
          add="Exclude a permission"
          choices={lines
            .filter((line) => isGiven(line.permission))
            .map((line) => ({
              id: line.permission,
              words: words(line.permission),
            }))}
          chosen={exclusions}
          onChange={setExclusions}
        />
        <PlainField label="Reason" value={reason} hint="Why the tenant has to differ lastingly." onChange={setReason} />
        <div className="mt-3">
          <span className="block text-xs font-semibold text-soft">Owner</span>
          {owner === undefined ? (
            <PersonPicker label="Owner" placeholder="Who is responsible" onPick={setOwner} />
          ) : (
            <p className="flex min-h-8 items-center gap-2">
              <b className="font-semibold">{owner.name}</b>
              <button type="button" className="btn btn-xs" onClick={() => setOwner(undefined)}>
                Change
              </button>
            </p>
          )}
        </div>
      </div>
      <div className="mt-3 flex gap-2">
        <button type="submit" className="btn btn-primary btn-sm" disabled={!isReady || isPending}>
          Add to the draft
        </button>
        <button type="button" className="btn btn-ghost btn-sm" onClick={onDone}>
          Cancel
        </button>
      </div>
      <Told error={error} />
    </form>
  );
}

function Several({
  label,
  add,
  choices,
  chosen,
  onChange,
}: {
  label: string;
  add: string;
  choices: readonly { id: string; words: string }[];
  chosen: readonly string[];
  onChange: (chosen: readonly string[]) => void;
}) {
  const [words] = useState(() => new Map<string, string>());
  choices.forEach((one) => words.set(one.id, one.words));
  return (
    <div className="mt-1">
      <span className="block text-xs font-semibold text-soft">{label}</span>
      {chosen.map((one) => (
        <p key={one} className="flex min-h-7 items-center gap-2">
          {words.get(one) ?? one}
          <button
            type="button"
            className="btn btn-ghost btn-xs"
            aria-label={`Remove ${words.get(one) ?? one}`}
            onClick={() => onChange(chosen.filter((other) => other !== one))}
          >
            ✕
          </button>
        </p>
      ))}
      <select
        aria-label={add}
        className="select h-8 w-full font-normal text-base-content"
        value=""
        onChange={(event) => onChange([...chosen, event.target.value])}
      >
        <option value="">{add}…</option>
        {choices
          .filter((one) => !chosen.includes(one.id))
          .map((one) => (
            <option key={one.id} value={one.id}>
              {one.words}
            </option>
          ))}
      </select>
    </div>
  );
}
