import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useParams } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { renameQuery } from "../api/moveQueries";
import { useMay, useSession } from "../session/hooks";
import { moment } from "../ui/dates";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { Read } from "../ui/states";
import { TenantDot } from "../ui/tenants";
import { count } from "../ui/words";
import { Review } from "../moving/Review";
import { fateWords, isChosen, isSame, proposed, type Names, type Renamed } from "./names";

type Rename = Schemas["RenameView"];

/** Beside these, what is wrong stands with the field. */
const FIELDS: readonly (keyof Names)[] = ["given", "family", "handle", "mail"];

/** Somebody changes their name: handle, address and the user names in all tenants, as one draft. */
export function RenamePage() {
  const { id } = useParams({ from: "/people/$id/rename" });
  const rename = useQuery(renameQuery(id, {}));
  return (
    <Read of={rename} what="the names">
      {(first) => <Naming key={id} id={id} now={first.now} />}
    </Read>
  );
}

function Naming({ id, now }: { id: string; now: Names }) {
  const [names, setNames] = useState(now);
  const rename = useQuery({ ...renameQuery(id, names), placeholderData: keepPreviousData });
  const set = (change: Partial<Names>) => setNames({ ...names, ...change });
  const problem = (field: keyof Names) =>
    problemOf(rename.error, field) ?? rename.data?.problems.find((one) => one.field === field)?.text;
  return (
    <>
      <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Change of name">
        <h1>
          New name for {now.given} {now.family}
        </h1>
        <p className="text-soft">
          The old handle, address and user names stay reserved for them: nobody else ever gets them.
        </p>
        {rename.data && <Accounts rename={rename.data} isHeld={rename.isError || rename.isPlaceholderData} now={now} />}
        {problemOf(rename.error, "given") === undefined && <Told error={rename.error} />}
      </section>
      <aside
        aria-label="The new name"
        className="w-[330px] shrink-0 overflow-auto border-l border-base-300 bg-base-100 px-5 py-4 max-[1100px]:w-[280px]"
      >
        <h2>The new name</h2>
        <PlainField
          label="Given name"
          autoFocus
          value={names.given}
          problem={problem("given")}
          onChange={(given) => setNames(proposed(now, given, names.family))}
        />
        <PlainField
          label="Family name"
          value={names.family}
          problem={problem("family")}
          onChange={(family) => setNames(proposed(now, names.given, family))}
        />
        <PlainField
          label="Handle"
          value={names.handle}
          hint={`So far ${now.handle}.`}
          problem={problem("handle")}
          onChange={(handle) => set({ handle })}
        />
        <Free rename={rename.data} field="handle" onTake={(handle) => set({ handle })} />
        <PlainField
          label="E-mail"
          isOptional
          value={names.mail}
          hint={now.mail === "" ? "None so far." : `So far ${now.mail}.`}
          problem={problem("mail")}
          onChange={(mail) => set({ mail })}
        />
        {now.mail !== "" && names.mail !== now.mail && (
          <p className="mt-1 text-sm text-soft">
            Keep {now.mail} as an alias in your mail system for a while, so that mail still arrives.
          </p>
        )}
        {rename.data?.directory && <Directory directory={rename.data.directory} isChanged={!isSame(names, now)} />}
      </aside>
    </>
  );
}

/** One like the name that is taken, to be used with one click. */
function Free({
  rename,
  field,
  onTake,
}: {
  rename: Rename | undefined;
  field: string;
  onTake: (name: string) => void;
}) {
  const free = rename?.problems.find((one) => one.field === field)?.free;
  return free ? (
    <button type="button" className="btn btn-xs mt-1" onClick={() => onTake(free)}>
      Use {free}
    </button>
  ) : null;
}

/** What the directory says comes back with its next reading, unless it is changed there as well. */
function Directory({ directory, isChanged }: { directory: Schemas["DirectoryNames"]; isChanged: boolean }) {
  const session = useSession();
  return (
    <div className={`mt-4 rounded-box border px-3 py-2 ${directory.agrees ? "border-base-300" : "border-warning"}`}>
      <h3 className="font-semibold">{directory.directory}</h3>
      <p>
        {directory.name}
        {directory.mail && <span className="block font-mono text-xs">{directory.mail}</span>}
      </p>
      <p className="text-sm text-soft">
        {directory.readAt ? `read ${moment(directory.readAt, session.zone)}` : "not read yet"}
      </p>
      {!directory.agrees && isChanged && (
        <p className="mt-1 text-sm font-semibold">
          ▲ Names and addresses come from there. Change the entry first, or its next reading brings the old name back.
        </p>
      )}
    </div>
  );
}

function Accounts({ rename, isHeld, now }: { rename: Rename; isHeld: boolean; now: Names }) {
  const mayPrepare = useMay("PREPARE");
  const [turned, setTurned] = useState<ReadonlySet<string>>(new Set());
  const turn = (account: Renamed) => {
    const next = new Set(turned);
    if (!next.delete(account.id)) {
      next.add(account.id);
    }
    setTurned(next);
  };
  const changes = [
    ...(rename.edit ? [rename.edit] : []),
    ...rename.accounts.flatMap((one) => (isChosen(one, turned) && one.change ? [one.change] : [])),
  ];
  const isBlocked = rename.problems.length > 0 || isHeld;
  const elsewhere = rename.problems.filter((one) => !FIELDS.some((field) => field === one.field));
  return (
    <>
      <h2 className="mt-4">
        User names <span className="font-sans text-sm font-normal text-soft">{rename.accounts.length}</span>
      </h2>
      {rename.accounts.length === 0 ? (
        <p className="mt-1 text-soft">They have no open account.</p>
      ) : (
        <div className="card-plain mt-1 overflow-x-auto">
          <table className="w-full">
            <thead>
              <tr className="text-left text-xs text-soft">
                <th className="w-10 px-3 py-1.5">
                  <span className="sr-only">Change</span>
                </th>
                <th className="px-2 font-semibold">Tenant</th>
                <th className="px-2 font-semibold">User name now</th>
                <th className="px-3 font-semibold">New user name</th>
              </tr>
            </thead>
            <tbody>
              {rename.accounts.map((one) => (
                <AccountRow
                  key={one.id}
                  account={one}
                  isOn={isChosen(one, turned)}
                  onTurn={mayPrepare ? () => turn(one) : undefined}
                />
              ))}
            </tbody>
          </table>
        </div>
      )}
      {elsewhere.map((one) => (
        <p key={one.text} className="mt-3 font-semibold text-error">
          {one.text}
        </p>
      ))}
      {rename.hidden > 0 && (
        <p className="mt-3 font-semibold text-warning">
          ▲ {count(rename.hidden, "account")} more in tenants outside your scope:{" "}
          {rename.hidden === 1 ? "its" : "their"} user {rename.hidden === 1 ? "name stays" : "names stay"} as{" "}
          {rename.hidden === 1 ? "it is" : "they are"}.
        </p>
      )}
      <Review name={`New name for ${now.given} ${now.family}`} changes={changes} isBlocked={isBlocked} />
    </>
  );
}

function AccountRow({ account, isOn, onTurn }: { account: Renamed; isOn: boolean; onTurn: (() => void) | undefined }) {
  const why = fateWords(account);
  return (
    <tr className="h-11 border-t border-line">
      <td className="px-3">
        {account.change && onTurn && (
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            aria-label={`Change the user name in ${account.tenant}`}
            checked={isOn}
            onChange={onTurn}
          />
        )}
      </td>
      <td className="px-2">
        <TenantDot colour={account.colour} />
        {account.tenant}
      </td>
      <td className="px-2 font-mono text-sm break-all">{account.now}</td>
      <td className="px-3">
        {isOn ? <b className="font-mono text-sm font-semibold break-all">{account.then}</b> : "stays"}
        {why !== "" && <span className="block text-sm text-soft">{why}</span>}
      </td>
    </tr>
  );
}
