import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { entry, useStartDraft } from "../api/drafts";
import { useMay, useNow, useSession } from "../session/hooks";
import { isoDay } from "../ui/dates";
import { PersonPicker } from "../ui/personPicker";
import { PlainDay } from "../ui/plainDay";
import { PlainField, Told } from "../ui/plainField";
import { count } from "../ui/words";
import type { Line } from "./DifferenceList";
import { useAccept, useCorrect, useExcept } from "./mutations";

type How = "correct" | "accept" | "except";
type Tenant = Schemas["TenantRow"];

const QUARTER = 90 * 86_400_000;

const HOWS: readonly { how: How; name: string; words: string; act: "APPLY" | "PREPARE" }[] = [
  {
    how: "correct",
    name: "Correct in the tenant",
    words:
      "The tenant becomes what the model says; the model stays as it is. Whatever one of them needs there and is missing is created with it.",
    act: "APPLY",
  },
  {
    how: "accept",
    name: "Accept into the model",
    words:
      "The model becomes what the tenant says, by changes in a draft that you review: subject to the same rights, conflicts and approval as every other change.",
    act: "PREPARE",
  },
  {
    how: "except",
    name: "Make an exception",
    words:
      "Neither side is changed until a day that you set. The difference is listed again after that day, or earlier if the tenant changes once more.",
    act: "PREPARE",
  },
];

/** The three ways to settle what is selected. */
export function Settle({ tenant, some, onDone }: { tenant: Tenant; some: readonly Line[]; onDone: () => void }) {
  const mayApply = useMay("APPLY");
  const mayPrepare = useMay("PREPARE");
  const allowed = HOWS.filter((one) => (one.act === "APPLY" ? mayApply : mayPrepare));
  const [how, setHow] = useState<How>(allowed[0]?.how ?? "except");
  const shown = HOWS.find((one) => one.how === how);
  return (
    <div className="border-t border-line px-3 py-2">
      <div role="group" aria-label="How to settle" className="flex flex-wrap gap-1.5">
        {allowed.map((one) => (
          <button
            key={one.how}
            type="button"
            className={`btn btn-sm ${how === one.how ? "btn-primary" : ""}`}
            aria-pressed={how === one.how}
            onClick={() => setHow(one.how)}
          >
            {one.name}
          </button>
        ))}
      </div>
      <p className="mt-1.5 text-sm text-soft">{shown?.words}</p>
      {how === "correct" && <Correct tenant={tenant} some={some} />}
      {how === "accept" && <Accept tenant={tenant} some={some} />}
      {how === "except" && <Except tenant={tenant} some={some} onDone={onDone} />}
    </div>
  );
}

function Correct({ tenant, some }: { tenant: Tenant; some: readonly Line[] }) {
  const [reason, setReason] = useState("");
  const correct = useCorrect(tenant.id);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        correct.mutate({ objects: some.map((one) => one.object), reason });
      }}
    >
      <div className="flex items-end gap-2">
        <div className="min-w-0 max-w-md flex-1">
          <PlainField label="Reason, kept in the log" value={reason} onChange={setReason} isOptional />
        </div>
        <button type="submit" className="btn btn-sm btn-primary" disabled={correct.isPending}>
          {correct.isPending ? "Sending…" : `Correct ${count(some.length, "difference")} in the tenant`}
        </button>
      </div>
      <Told error={correct.error} />
    </form>
  );
}

/** Makes a draft of what settles some, and opens its review. */
function useSettlingDraft(tenant: Tenant) {
  const navigate = useNavigate();
  const start = useStartDraft(
    (draft) => void navigate({ to: "/changes/drafts/$id", params: { id: draft.id }, search: { draft: draft.id } }),
  );
  return {
    draft: (settled: Schemas["SettlingView"]) =>
      start.mutate({
        name: `Settle ${tenant.app} ${tenant.name}`,
        put: settled.entries.map((one) => entry(one.form, one.fields)),
      }),
    isPending: start.isPending,
    error: start.error,
  };
}

function Accept({ tenant, some }: { tenant: Tenant; some: readonly Line[] }) {
  const accept = useAccept(tenant.id);
  const start = useSettlingDraft(tenant);
  const left = accept.data?.left ?? [];
  const entries = accept.data?.entries ?? [];
  return (
    <div className="mt-2">
      {left.length > 0 && (
        <div role="status">
          <b className="font-semibold text-warning">▲ {count(left.length, "difference")} cannot be accepted</b>
          <ul className="mt-0.5">
            {left.map((one) => (
              <li key={one.object}>
                <b className="font-semibold">{one.name}</b>: {one.why}
              </li>
            ))}
          </ul>
        </div>
      )}
      {left.length === 0 || entries.length === 0 ? (
        <button
          type="button"
          className="btn btn-sm btn-primary mt-1"
          disabled={accept.isPending || start.isPending || left.length > 0}
          onClick={() =>
            accept.mutate(
              some.map((one) => one.object),
              { onSuccess: (settled) => settled.left.length === 0 && start.draft(settled) },
            )
          }
        >
          {accept.isPending || start.isPending ? "Preparing…" : `Review accepting ${count(some.length, "difference")}`}
        </button>
      ) : (
        <button
          type="button"
          className="btn btn-sm btn-primary mt-1"
          disabled={start.isPending}
          onClick={() => accept.data !== undefined && start.draft(accept.data)}
        >
          Review the other {count(some.length - left.length, "difference")}
        </button>
      )}
      <Told error={accept.error ?? start.error} />
    </div>
  );
}

function Except({ tenant, some, onDone }: { tenant: Tenant; some: readonly Line[]; onDone: () => void }) {
  const session = useSession();
  const now = useNow();
  const [until, setUntil] = useState(() => isoDay(new Date(now + QUARTER).toISOString(), session.zone));
  const [owner, setOwner] = useState<{ id: string; name: string }>();
  const [reason, setReason] = useState("");
  const except = useExcept(tenant.id);
  const start = useSettlingDraft(tenant);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (owner !== undefined) {
          except.mutate(
            { objects: some.map((one) => one.object), until, owner: owner.id, reason },
            {
              onSuccess: (settled) => {
                start.draft(settled);
                onDone();
              },
            },
          );
        }
      }}
    >
      <div className="mt-2 grid max-w-3xl items-start gap-3 min-[900px]:grid-cols-[10rem_17rem_1fr]">
        <PlainDay label="Last day (one year at most)" value={until} onKeep={setUntil} />
        <div>
          <span className="block text-xs font-semibold text-soft">Owner</span>
          {owner === undefined ? (
            <PersonPicker label="Owner of the exception" placeholder="Who is responsible" onPick={setOwner} />
          ) : (
            <span className="flex h-8 items-center gap-2">
              <b className="font-semibold">{owner.name}</b>
              <button type="button" className="btn btn-xs" onClick={() => setOwner(undefined)}>
                Change
              </button>
            </span>
          )}
        </div>
        <div className="-mt-3">
          <PlainField label="Reason" value={reason} onChange={setReason} />
        </div>
      </div>
      <button
        type="submit"
        className="btn btn-sm btn-primary mt-2"
        disabled={owner === undefined || reason.trim() === "" || except.isPending || start.isPending}
      >
        {except.isPending || start.isPending ? "Preparing…" : `Review ${count(some.length, "exception")}`}
      </button>
      <Told error={except.error ?? start.error} />
    </form>
  );
}
