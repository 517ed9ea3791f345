import { type ReactNode } from "react";
import { useMayEverywhere, useSession } from "../session/hooks";
import { day } from "./dates";
import { Told } from "./plainField";

type Props = {
  /** What stands first in the card, beside who answers for it. */
  head: ReactNode;
  /** What follows it, whether or not the form is open. */
  children?: ReactNode;
  policy: { owner?: string | null; changedAt?: string | null };
  changeLabel: string;
  isOpen: boolean;
  onOpen: (isOpen: boolean) => void;
  fields: ReactNode;
  set: { error: Error | null; isPending: boolean };
  onSet: () => void;
};

/** A policy in words and who answers for it; whoever may govern changes it here, and answers for it from then on. */
export function PolicyCard({ head, children, policy, changeLabel, isOpen, onOpen, fields, set, onSet }: Props) {
  const session = useSession();
  const mayGovern = useMayEverywhere("GOVERN");
  return (
    <div className="card-plain px-3 py-2.5">
      <div className="flex items-baseline gap-3">
        <div className="min-w-0 flex-1">{head}</div>
        <span className="text-sm whitespace-nowrap text-soft">
          {policy.owner && policy.changedAt
            ? `${policy.owner} answers for it, since ${day(policy.changedAt, session.zone)}`
            : "default"}
        </span>
        {mayGovern && (
          <button
            type="button"
            className="btn btn-xs"
            aria-expanded={isOpen}
            aria-label={changeLabel}
            onClick={() => onOpen(!isOpen)}
          >
            {isOpen ? "Cancel" : "Change"}
          </button>
        )}
      </div>
      {children}
      {isOpen && (
        <form
          className="mt-2 border-t border-line pt-2"
          onSubmit={(event) => {
            event.preventDefault();
            onSet();
          }}
        >
          {fields}
          <Told error={set.error} />
          <button type="submit" className="btn btn-primary btn-sm mt-3" disabled={set.isPending}>
            Set, and answer for it
          </button>
        </form>
      )}
    </div>
  );
}
