import { useQuery } from "@tanstack/react-query";
import type { Schemas } from "../api/client";
import { roleEffectQuery } from "../api/roleQueries";
import { Read } from "../ui/states";
import { count } from "../ui/words";
import { sensitivityWord } from "./roleWords";
import { useOpenDraft } from "./useComposing";

type Page = Schemas["RolePage"];
type Effect = Schemas["EffectView"];
type Shift = Effect["gains"][number];

/** So many lines of gains, and of losses, are shown before the rest is asked for. */
const SHOWN = 8;

/** What comes of the draft's changes of roles, for whom. */
export function RoleEffect({ page }: { page: Page }) {
  const draft = useOpenDraft();
  return (
    <aside
      aria-label="If this is applied"
      className="w-[270px] shrink-0 overflow-auto border-l border-base-300 bg-base-100 px-5 py-4"
    >
      <h2>If this is applied</h2>
      {draft === undefined || page.entry === undefined || page.entry === null ? (
        <p className="mt-1 text-soft">Nothing of this role is changed in a draft yet.</p>
      ) : (
        <Of id={page.role.id} draft={draft} />
      )}
    </aside>
  );
}

function Of({ id, draft }: { id: string; draft: { id: string; version: number } }) {
  const effect = useQuery(roleEffectQuery(id, draft));
  return (
    <Read of={effect} what="what this does">
      {(data) => (
        <div aria-live="polite" aria-busy={effect.isPlaceholderData}>
          <Told effect={data} />
        </div>
      )}
    </Read>
  );
}

function Told({ effect }: { effect: Effect }) {
  const isQuiet = effect.gains.length === 0 && effect.losses.length === 0;
  return (
    <>
      <p className="mt-1.5">
        {effect.holders === 0 ? (
          isQuiet ? (
            <>Nobody gains or loses anything.</>
          ) : (
            <>Nobody has it.</>
          )
        ) : (
          <>
            <b>{effect.holders}</b> {effect.holders === 1 ? "person has" : "people have"} a role that changes
            {effect.tenants.length > 0 && `, in ${count(effect.tenants.length, "tenant")}`}.
          </>
        )}
      </p>
      {isQuiet && effect.holders > 0 && <p className="mt-1 text-soft">Nobody gains or loses anything.</p>}
      <Shifts shifts={effect.gains} sign="+" look="text-success" />
      <Shifts shifts={effect.losses} sign="−" look="text-error" />
      {effect.conflicts.length > 0 && (
        <div className="mt-4 border-t border-line pt-3">
          <h3 className="font-semibold text-error">▲ Conflict in the role itself</h3>
          {effect.conflicts.map((name) => (
            <p key={name}>{name}</p>
          ))}
        </div>
      )}
      {effect.seats.length > 0 && (
        <div className="mt-4 border-t border-line pt-3">
          <h3 className="font-semibold">Seats needed</h3>
          {effect.seats.map((seat) => (
            <p key={`${seat.tenant} ${seat.seat}`}>
              <b>{seat.people}</b> × {seat.seat} in {seat.tenant}
            </p>
          ))}
        </div>
      )}
      {effect.inert > 0 && (
        <p className="mt-4 border-t border-line pt-3">
          <span aria-hidden className="text-warning">
            ▲
          </span>{" "}
          {count(effect.inert, "assignment")} of this role {effect.inert === 1 ? "grants" : "grant"} nothing, for want
          of an area.
        </p>
      )}
    </>
  );
}

function Shifts({ shifts, sign, look }: { shifts: readonly Shift[]; sign: "+" | "−"; look: string }) {
  if (shifts.length === 0) {
    return null;
  }
  const rest = shifts.length - SHOWN;
  return (
    <ul className="mt-3 space-y-2">
      {shifts.slice(0, SHOWN).map((shift) => (
        <li key={shift.permission} className="flex gap-3">
          <b className={`w-9 shrink-0 text-right ${look}`}>
            {sign}
            {shift.people}
          </b>
          <span>
            {sign === "+" ? "gain " : "lose "}
            <b className="font-semibold">
              {shift.type}: {shift.action}
            </b>
            {shift.sensitivity !== "NORMAL" && (
              <span className="text-soft"> ({sensitivityWord(shift.sensitivity)})</span>
            )}
            {shift.others > 0 && (
              <span className="text-soft">
                ; {shift.others} {sign === "+" ? "had it already" : shift.others === 1 ? "keeps it" : "keep it"}, as{" "}
                {shift.by.join(" or ")}
              </span>
            )}
          </span>
        </li>
      ))}
      {rest > 0 && <li className="text-soft">and {count(rest, "permission")} more</li>}
    </ul>
  );
}
