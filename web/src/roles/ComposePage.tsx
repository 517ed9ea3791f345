import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { useDeferredValue, useState } from "react";
import type { Schemas } from "../api/client";
import { roleOffersQuery } from "../api/roleQueries";
import { useMay } from "../session/hooks";
import { KeptChoice, KeptField } from "../ui/field";
import { Empty, Read } from "../ui/states";
import { count } from "../ui/words";
import { CompositionGrid } from "./CompositionGrid";
import { RoleEffect } from "./RoleEffect";
import { withExclusion, withIngredient } from "./parts";
import { sensitivityWord, stageWords } from "./roleWords";
import { useComposing, useOpenDraft, useRole } from "./useComposing";

type Page = Schemas["RolePage"];
type Offer = Schemas["Offer"];

/** Composing a role: what can go in, what it is made of, and what that does to people. */
export function ComposePage() {
  const { id } = useParams({ from: "/roles/$id/compose" });
  const role = useRole(id);
  return (
    <Read of={role} what="the role">
      {(data) => <Composer key={id} page={data} />}
    </Read>
  );
}

function Composer({ page }: { page: Page }) {
  const mayPrepare = useMay("PREPARE");
  const composing = useComposing(page);
  const [differsOnly, setDiffersOnly] = useState(false);
  const [isDescribing, setDescribing] = useState(page.entry?.form === "role.make");
  const { role } = page;
  return (
    <>
      <Offers
        page={page}
        isLocked={!mayPrepare}
        onPick={(offer) => composing.compose(withIngredient(composing.parts, offer.kind, offer.key))}
      />
      <section className="relative min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Composer">
        <div className="flex items-start gap-3">
          <div className="min-w-0 flex-1">
            <h1 className="truncate">{role.name || "New role"}</h1>
            <p className="text-soft">
              {[
                role.apps.join(", ") || "no application yet",
                stageWords(role.stage),
                sensitivityWord(role.sensitivity),
                role.owner ? `owned by ${role.owner}` : "owned by nobody",
              ].join(" · ")}
            </p>
          </div>
          {mayPrepare && (
            <button
              type="button"
              className="btn btn-sm"
              aria-expanded={isDescribing}
              onClick={() => setDescribing(!isDescribing)}
            >
              Details
            </button>
          )}
          {page.entry?.form !== "role.make" && (
            <Link to="/roles/$id" params={{ id: role.id }} className="btn btn-sm">
              To the role
            </Link>
          )}
        </div>
        {isDescribing && <Details page={page} composing={composing} />}
        <Findings composing={composing} />
        <div className="mt-3 mb-1.5 flex items-center gap-4">
          <h2 className="flex-1">What it is made of</h2>
          <label className="flex min-h-7 cursor-pointer items-center gap-2 text-sm">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={differsOnly}
              onChange={(event) => setDiffersOnly(event.target.checked)}
            />
            Only what the draft changes
          </label>
        </div>
        <CompositionGrid
          page={page}
          differsOnly={differsOnly}
          {...(mayPrepare
            ? {
                onExclude: (permission: string) => composing.compose(withExclusion(composing.parts, permission)),
                onIngredient: (one: Page["ingredients"][number]) =>
                  composing.compose(withIngredient(composing.parts, one.kind, one.key)),
              }
            : {})}
        />
        <p className="mt-2 text-sm text-soft">
          {mayPrepare && "Click the last column to exclude a permission, or to include it again. "}
          <b className="text-error">✕</b> excluded · ○ excluded inside an ingredient · <b>+</b> and <b>−</b> what the
          draft changes
        </p>
      </section>
      <RoleEffect page={page} />
    </>
  );
}

function Details({ page, composing }: { page: Page; composing: ReturnType<typeof useComposing> }) {
  const { role } = page;
  const field = (name: string, known: string) => ({
    value: composing.fields?.[name] ?? known,
    problems: composing.findings.filter((finding) => finding.path === name),
    onKeep: (value: string) => composing.set({ [name]: value }),
  });
  return (
    <div className="card-plain mt-3 grid grid-cols-2 gap-x-3 gap-y-2 p-3">
      <KeptField label="Name" {...field("name", role.name)} />
      <KeptField label="Short name" {...field("key", role.key)} mono />
      <KeptField label="What it is for" {...field("description", role.description)} />
      <KeptField label="Owner, by handle" {...field("owner", "")} placeholder={role.owner ?? "ines.abara"} />
      <KeptChoice label="Stage" {...field("stage", role.stage.toLowerCase())}>
        <option value="preparation">In preparation (cannot be given yet)</option>
        <option value="open">In use</option>
        <option value="closed">Closed to new assignments</option>
      </KeptChoice>
      <KeptChoice
        label="Sensitivity"
        {...field("sensitivity", page.isSensitivitySet ? role.sensitivity.toLowerCase() : "")}
      >
        <option value="">Follows its permissions</option>
        <option value="normal">Normal</option>
        <option value="sensitive">Sensitive</option>
        <option value="privileged">Privileged</option>
      </KeptChoice>
    </div>
  );
}

/** So many findings of one kind are shown. */
const SAME_SHOWN = 2;

const BESIDE_A_FIELD = ["name", "key", "description", "owner", "stage", "sensitivity"];

function Findings({ composing }: { composing: ReturnType<typeof useComposing> }) {
  const told = composing.findings.filter((finding) => !BESIDE_A_FIELD.includes(finding.path));
  // people in conflict are named in the review; here the first ones stand for them
  const shown = told.filter(
    (finding, place) => told.slice(0, place).filter((earlier) => earlier.code === finding.code).length < SAME_SHOWN,
  );
  if (told.length === 0 && composing.error === null) {
    return null;
  }
  return (
    <ul role="alert" className="mt-3 space-y-0.5">
      {composing.error !== null && <li className="font-semibold text-error">▲ {composing.error.message}</li>}
      {shown.map((finding) => (
        <li
          key={`${finding.code} ${finding.text}`}
          className={finding.severity === "BLOCK" ? "font-semibold text-error" : ""}
        >
          <span aria-hidden className={finding.severity === "BLOCK" ? "" : "text-warning"}>
            ▲
          </span>{" "}
          {finding.text}
        </li>
      ))}
      {told.length > shown.length && (
        <li className="text-soft">
          and {count(told.length - shown.length, "more finding")} of this kind: see the review
        </li>
      )}
    </ul>
  );
}

/** Sets and roles that can go in, found as one types. */
function Offers({ page, isLocked, onPick }: { page: Page; isLocked: boolean; onPick: (offer: Offer) => void }) {
  const [typed, setTyped] = useState("");
  const draft = useOpenDraft();
  const text = useDeferredValue(typed.trim());
  const offers = useQuery(roleOffersQuery(page.role.id, text, draft));
  return (
    <section
      aria-label="Add to this role"
      className="flex w-[250px] shrink-0 flex-col border-r border-base-300 bg-base-100"
    >
      <div className="border-b border-base-300 px-3.5 py-3">
        <h2>Add to this role</h2>
        <input
          aria-label="Find a permission set or a role"
          className="input mt-1.5 h-9 w-full"
          placeholder="Sets and roles"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
      </div>
      <Read of={offers} what="sets and roles">
        {(data) =>
          data.length === 0 ? (
            <Empty title="No results." />
          ) : (
            <ul className="min-h-0 flex-1 divide-y divide-base-300 overflow-auto">
              {data.map((offer) => (
                <OfferLine key={offer.id} offer={offer} isLocked={isLocked} onPick={onPick} />
              ))}
            </ul>
          )
        }
      </Read>
    </section>
  );
}

function OfferLine({ offer, isLocked, onPick }: { offer: Offer; isLocked: boolean; onPick: (offer: Offer) => void }) {
  const note = offer.isCircle
    ? "it includes this role"
    : offer.inside
      ? `already in ${offer.inside}`
      : count(offer.permissions, "permission");
  return (
    <li className="flex items-center gap-2 px-3.5 py-2">
      <span className="min-w-0 flex-1" title={offer.description}>
        <b className="block truncate font-semibold">{offer.name}</b>
        <span className="block text-xs text-soft">
          {offer.kind === "ROLE" ? "role" : "set"} · {note}
          {offer.sensitivity !== "NORMAL" && ` · ${sensitivityWord(offer.sensitivity)}`}
        </span>
      </span>
      {offer.isIn ? (
        <span className="text-xs font-semibold text-primary">added</span>
      ) : (
        !isLocked &&
        !offer.isCircle && (
          <button type="button" className="btn btn-xs" aria-label={`Add ${offer.name}`} onClick={() => onPick(offer)}>
            Add
          </button>
        )
      )}
    </li>
  );
}
