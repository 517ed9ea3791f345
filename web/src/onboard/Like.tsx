import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { entriesOf, useDraft, type Draft } from "../api/drafts";
import { peersQuery, peopleQuery } from "../api/queries";
import { Picker } from "../ui/picker";
import { TenantDot } from "../ui/tenants";
import { count } from "../ui/words";
import { drafted, entriesForTrait, isFirst, toTakeOver, type Trait } from "./likeness";
import { Step } from "./Step";

const WHY_LEFT: Record<string, string> = {
  SOME: "only some have it",
  PECULIAR: "one alone has it",
  LIMITED: "for a time only",
};

/** What people with the same job have: nearly all of it is taken over at once, what is peculiar to one is left. */
export function Like({ draft, person, from }: { draft: Draft; person: string; from: string | undefined }) {
  const { put, take } = useDraft(draft.id);
  const [like, setLike] = useState<string>();
  const [isWhole, setWhole] = useState(false);
  const [typed, setTyped] = useState("");
  const peers = useQuery(peersQuery(person, draft, like));
  const colleagues = useQuery({ ...peopleQuery(typed), enabled: typed.length > 0 });
  const list = useRef<HTMLUListElement>(null);
  const engagement = entriesOf(draft, "engagement.begin")[0]?.fields.id;
  const data = peers.data;
  const open = toTakeOver(data?.traits ?? [], draft);
  const shown = (data?.traits ?? []).filter((trait) => isWhole || isFirst(trait));
  const more = (data?.traits.length ?? 0) - shown.length;
  const first = data?.peers[0];
  return (
    <Step
      number={2}
      title="Start like others"
      isDone={data !== undefined && data.peers.length > 0 && open.length === 0}
    >
      {data === undefined || data.profile === "" ? (
        <p className="text-soft">As soon as job and unit are known, those who do the same stand here.</p>
      ) : data.peers.length === 0 ? (
        <p className="text-soft">Nobody is here as “{data.profile}”. Name a colleague to start like them.</p>
      ) : (
        <>
          <p>
            {data.like !== undefined && data.like !== null
              ? `Like ${first?.name ?? ""} and ${count(data.peers.length - 1, "other", "others")} as “${data.profile}”: `
              : `The ${data.peers.length === 1 ? "one" : data.peers.length} nearest to “${data.profile}”: `}
            <span className="text-soft">
              {data.peers
                .slice(0, 4)
                .map((peer) => peer.name)
                .join(", ")}
              {data.peers.length > 4 && ` and ${data.peers.length - 4} more`}
            </span>
          </p>
          <ul
            ref={list}
            tabIndex={-1}
            className="card-plain mt-2 divide-y divide-[var(--line)]"
            aria-label="What they have"
          >
            {shown.map((trait) => (
              <TraitLine
                key={`${trait.form} ${Object.values(trait.fields).join(" ")}`}
                trait={trait}
                like={like === undefined ? undefined : first?.name.split(" ")[0]}
                isDrafted={drafted(draft, trait).length > 0}
                onTake={() => put(...entriesForTrait(trait, from, engagement))}
                onLeave={() => take(...drafted(draft, trait))}
              />
            ))}
          </ul>
        </>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-2">
        {open.length > 0 && (
          <button
            type="button"
            className="btn btn-primary btn-sm"
            onClick={() => {
              put(...open.flatMap((trait) => entriesForTrait(trait, from, engagement)));
              // the button goes when it is done: the focus stays with what it filled
              list.current?.focus();
            }}
          >
            Copy {open.length === 1 ? "the 1 common item" : `the ${open.length} common items`}
          </button>
        )}
        {(more > 0 || isWhole) && (
          <button type="button" className="btn btn-sm" aria-expanded={isWhole} onClick={() => setWhole(!isWhole)}>
            {isWhole ? "Show less" : `Show ${more} more that not all have`}
          </button>
        )}
        {like !== undefined && (
          <button type="button" className="btn btn-ghost btn-sm" onClick={() => setLike(undefined)}>
            Back to all with the same job
          </button>
        )}
        <Picker
          label="Start like a colleague"
          hideLabel
          placeholder="Start like a colleague…"
          onType={setTyped}
          choices={(colleagues.data?.people ?? []).slice(0, 20).map((one) => ({
            id: one.id,
            name: one.name,
            note: [one.job, one.unit].filter((part) => part !== "").join(", "),
          }))}
          onPick={setLike}
        />
      </div>
    </Step>
  );
}

function TraitLine({
  trait,
  like,
  isDrafted,
  onTake,
  onLeave,
}: {
  trait: Trait;
  like: string | undefined;
  isDrafted: boolean;
  onTake: () => void;
  onLeave: () => void;
}) {
  const isLocked = trait.verdict === "DECIDED_ELSEWHERE" || (trait.has && !isDrafted);
  const isTaken = trait.has || isDrafted;
  const left = isTaken
    ? undefined
    : trait.verdict === "CONFLICTS"
      ? `left out: ${trait.rule ?? "a conflict rule"}`
      : WHY_LEFT[trait.verdict];
  return (
    <li className="flex min-h-8 items-center gap-2.5 px-3 py-0.5">
      <label className={`flex min-w-0 flex-1 items-center gap-2.5 ${isLocked ? "text-soft" : "cursor-pointer"}`}>
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={isTaken}
          disabled={isLocked}
          onChange={() => (isTaken ? onLeave() : onTake())}
        />
        <span className="min-w-0 truncate">
          {trait.colour !== undefined && trait.colour !== null && <TenantDot colour={trait.colour} />}
          <b className="font-semibold">{trait.name}</b>
          {trait.detail !== "" && <span className="text-soft"> · {trait.detail}</span>}
        </span>
      </label>
      {left !== undefined && <span className="shrink-0 text-sm font-semibold">{left}</span>}
      {like !== undefined && trait.likeHas && <span className="shrink-0 text-sm text-soft">{like} has it</span>}
      {isLocked && (
        <span className="shrink-0 text-sm text-soft">{trait.has ? "has it" : "managed by rule or directory"}</span>
      )}
      <span className="w-14 shrink-0 text-right text-sm text-soft">
        {trait.having} of {trait.of}
      </span>
    </li>
  );
}
