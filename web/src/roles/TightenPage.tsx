import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { entry, useAct } from "../api/drafts";
import type { Schemas } from "../api/client";
import { listOf } from "../api/fields";
import { tighteningProgressQuery, tighteningQuery } from "../api/roleQueries";
import { useMay } from "../session/hooks";
import { Told } from "../ui/plainField";
import { Empty, Read } from "../ui/states";
import { count } from "../ui/words";
import { useOpenDraft } from "./useComposing";

type Slack = Schemas["SlackView"];

const KINDS: readonly { kind: Slack["kind"]; title: string; about: string }[] = [
  { kind: "INGREDIENT", title: "Redundant ingredients", about: "The role grants the same without them." },
  { kind: "VARIANT", title: "Redundant variants", about: "The role grants the same in the tenant without them." },
  {
    kind: "ASSIGNMENT",
    title: "Redundant assignments",
    about: "The person holds all of it another way for as long as the assignment lasts.",
  },
  {
    kind: "ROLE",
    title: "Unused roles",
    about: "Not assigned in the past year. Seasonal roles are therefore not listed.",
  },
  { kind: "GROUP", title: "Empty groups", about: "No members in the past year." },
  {
    kind: "SOLE_HOLDER",
    title: "Only one person can do it",
    about: "Nothing to remove: while they are away, nobody there can.",
  },
  {
    kind: "DUPLICATE",
    title: "Near-duplicate roles",
    about: "Compare them and decide which one to keep.",
  },
];

/** What could be taken away without anybody losing anything, to put into a draft by the dozen. */
export function TightenPage() {
  const slacks = useQuery(tighteningQuery);
  return (
    <>
      {slacks.isPending && <Searching />}
      <Read of={slacks} what="what can be removed">
        {(data) => <Found slacks={data} />}
      </Read>
    </>
  );
}

/** In a large organisation the search takes seconds. */
function Searching() {
  const { data } = useQuery(tighteningProgressQuery);
  const percent = data?.percent;
  return typeof percent === "number" ? (
    <label className="block max-w-md text-soft">
      Looking through everybody&rsquo;s assignments: {percent} %
      <progress className="progress progress-primary mt-1 w-full" value={percent} max={100} />
    </label>
  ) : null;
}

function keyOf(slack: Slack): string {
  return `${slack.form ?? ""} ${Object.values(slack.fields).join(" ")} ${slack.about} ${slack.other ?? ""}`;
}

function Found({ slacks }: { slacks: readonly Slack[] }) {
  const mayPrepare = useMay("PREPARE");
  const { act, isPending, error } = useAct();
  const draft = useOpenDraft();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const isDrafted = (slack: Slack) =>
    draft?.entries.some(
      (one) =>
        one.form === slack.form &&
        ["role", "assignment", "group", "role-variant"].some(
          (name) => slack.fields[name] !== undefined && one.fields[name] === slack.fields[name],
        ),
    ) ?? false;
  const toggle = (keys: readonly string[]) => {
    const next = new Set(chosen);
    const areAll = keys.every((key) => next.has(key));
    keys.forEach((key) => (areAll ? next.delete(key) : next.add(key)));
    setChosen(next);
  };
  const picked = slacks.filter((slack) => slack.form && chosen.has(keyOf(slack)) && !isDrafted(slack));
  return (
    <>
      <div className="flex items-start gap-2">
        <h1 className="flex-1">Tighten</h1>
        {mayPrepare && (
          <button
            type="button"
            className="btn btn-primary btn-sm"
            disabled={picked.length === 0 || isPending}
            onClick={() => {
              act("Tighten", ...picked.map((slack) => entry(slack.form ?? "", slack.fields)));
              setChosen(new Set());
            }}
          >
            {picked.length === 0 ? "Add to the draft" : `Add ${picked.length} to the draft`}
          </button>
        )}
      </div>
      <p className="text-soft">
        What can be removed without anybody losing access, now or at any known later date. Emergency accounts are left
        out.
      </p>
      <Told error={error} />
      {slacks.length === 0 && <Empty title="There is nothing to tighten.">Nothing here is redundant.</Empty>}
      {KINDS.map(({ kind, title, about }) => {
        const own = slacks.filter((slack) => slack.kind === kind);
        const open = own.filter((slack) => slack.form && !isDrafted(slack)).map(keyOf);
        return (
          own.length > 0 && (
            <section key={kind} className="mt-5" aria-label={title}>
              <div className="flex items-baseline gap-2">
                <h2>
                  {title} <span className="font-sans text-sm font-normal text-soft">{own.length}</span>
                </h2>
                <span className="flex-1 text-sm text-soft">{about}</span>
                {mayPrepare && open.length > 1 && (
                  <button type="button" className="btn btn-xs" onClick={() => toggle(open)}>
                    {open.every((key) => chosen.has(key)) ? "Select none" : `Select all ${open.length}`}
                  </button>
                )}
              </div>
              <ul className="card-plain mt-1.5 divide-y divide-[var(--line)]">
                {own.map((slack) => (
                  <Line
                    key={keyOf(slack)}
                    slack={slack}
                    isChosen={chosen.has(keyOf(slack))}
                    isDrafted={isDrafted(slack)}
                    {...(mayPrepare && slack.form ? { onToggle: () => toggle([keyOf(slack)]) } : {})}
                  />
                ))}
              </ul>
            </section>
          )
        );
      })}
      {slacks.length > 0 && <p className="mt-2 text-sm text-soft">{count(slacks.length, "finding")} in all</p>}
    </>
  );
}

function Line({
  slack,
  isChosen,
  isDrafted,
  onToggle,
}: {
  slack: Slack;
  isChosen: boolean;
  isDrafted: boolean;
  onToggle?: () => void;
}) {
  return (
    <li className="flex items-start gap-2.5 px-3 py-1.5">
      {onToggle !== undefined && (
        <input
          type="checkbox"
          className="checkbox checkbox-sm mt-0.5"
          aria-label={`Choose ${slack.name}: ${slack.why[0] ?? ""}`}
          checked={isChosen || isDrafted}
          disabled={isDrafted}
          onChange={onToggle}
        />
      )}
      <div className="min-w-0 flex-1">
        {slack.kind === "DUPLICATE" ? (
          <b className="font-semibold">{slack.name}</b>
        ) : (
          <Link
            to={
              slack.kind === "ASSIGNMENT" || slack.kind === "SOLE_HOLDER"
                ? "/people/$id"
                : slack.kind === "GROUP"
                  ? "/groups/$id"
                  : "/roles/$id"
            }
            params={{ id: slack.about }}
            className="font-semibold hover:underline"
          >
            {slack.name}
          </Link>
        )}
        {slack.why.map((line) => (
          <span key={line} className="block text-sm text-soft">
            {line}
          </span>
        ))}
      </div>
      {slack.kind === "SOLE_HOLDER" && (
        <Link
          to="/roles/work"
          search={{ need: listOf(slack.fields.need), who: undefined }}
          className="btn btn-xs"
          aria-label={`Find a role for what only ${slack.name} can do`}
        >
          Find a role for it
        </Link>
      )}
      {isDrafted && <span className="text-sm font-semibold text-primary">in the draft</span>}
      {slack.other && (
        <Link
          to="/roles/compare"
          search={{ of: [`role:${slack.about}`, `role:${slack.other}`] }}
          className="btn btn-xs"
          aria-label={`Compare ${slack.name}`}
        >
          Compare
        </Link>
      )}
    </li>
  );
}
