import { useState } from "react";
import { useMay, useNow, useSession } from "../session/hooks";
import { instantOf, isoDay, isoTime } from "../ui/dates";
import { DayInput } from "../ui/dayInput";
import { problemOf, Told } from "../ui/plainField";
import { count } from "../ui/words";
import { useUploadList } from "./manualMutations";

/** A complete list of the tenant's accounts stands for a reading of it. */
export function UploadList({ tenant }: { tenant: string }) {
  const mayApply = useMay("APPLY");
  const session = useSession();
  const now = useNow();
  const upload = useUploadList(tenant);
  const [file, setFile] = useState<File>();
  const [date, setDate] = useState(() => isoDay(new Date(now).toISOString(), session.zone));
  const [time, setTime] = useState(() => isoTime(new Date(now).toISOString(), session.zone));
  const [accounts, setAccounts] = useState("");
  const [isSure, setSure] = useState(false);
  if (!mayApply) {
    return null;
  }
  const at = instantOf(date, time, session.zone);
  const problem = (name: string) => problemOf(upload.error, name);
  const isDoubtful = problem("isSure") !== undefined;
  return (
    <section aria-labelledby="upload" className="mt-5">
      <h2 id="upload">Upload a list of accounts</h2>
      <p className="mt-1 max-w-3xl text-soft">
        The tenant is read from it: a CSV file of all its accounts with a column <i>user name</i>, and where the
        application has them <i>first name</i>, <i>last name</i>, <i>e-mail</i>, <i>active</i>, <i>licence</i> and{" "}
        <i>rights</i> (several separated by semicolons). An account that is not in it counts as gone.
      </p>
      <form
        className="mt-2 flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (file !== undefined && at !== undefined) {
            upload.mutate({ list: file, at, accounts: Number(accounts), isSure }, { onSuccess: () => setSure(false) });
          }
        }}
      >
        <label className="btn btn-sm focus-within:outline-2 focus-within:outline-primary">
          {file === undefined ? "Choose a list…" : file.name}
          <input
            type="file"
            accept=".csv,.tsv,.txt,text/csv"
            className="sr-only"
            aria-label="List of accounts"
            onChange={(event) => {
              setFile(event.target.files?.[0] ?? file);
              upload.reset();
              event.target.value = "";
            }}
          />
        </label>
        <label className="w-44 text-xs font-semibold text-soft">
          Number of accounts
          <input
            type="number"
            required
            min={0}
            className={`input mt-0.5 h-8 w-full font-normal text-base-content ${problem("accounts") ? "input-error" : ""}`}
            aria-describedby="list-told"
            value={accounts}
            onChange={(event) => setAccounts(event.target.value)}
          />
        </label>
        <div className="w-40 text-xs font-semibold text-soft">
          Exported on
          <DayInput label="Exported on (date)" value={date} onKeep={setDate} className="mt-0.5 h-8 w-full" />
        </div>
        <label className="w-32 text-xs font-semibold text-soft">
          at
          <input
            type="time"
            required
            className="input mt-0.5 h-8 w-full font-normal text-base-content"
            value={time}
            onChange={(event) => setTime(event.target.value)}
          />
        </label>
        <button
          type="submit"
          className="btn btn-sm"
          disabled={file === undefined || at === undefined || accounts === "" || upload.isPending}
        >
          {upload.isPending ? "Reading…" : "Read the list"}
        </button>
        {(isDoubtful || isSure) && (
          <label className="flex w-full items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={isSure}
              onChange={(event) => setSure(event.target.checked)}
            />
            This is the right list, and the accounts missing from it are gone
          </label>
        )}
      </form>
      <p id="list-told" role="alert" className="mt-1 max-w-3xl font-semibold text-error empty:hidden">
        {problem("file") ?? problem("isSure") ?? problem("accounts") ?? problem("at")}
      </p>
      <Told error={upload.error} />
      {upload.data !== undefined && (
        <p role="status" className="mt-1">
          <span className="text-success">✓</span> Read {count(upload.data.accounts, "account")}.{" "}
          {upload.data.unknown > 0 && `${count(upload.data.unknown, "account is", "accounts are")} unknown here. `}
          {upload.data.done > 0 && `The list shows ${count(upload.data.done, "task")} done. `}
          {upload.data.missing.length > 0 && `It says nothing about ${upload.data.missing.join(", ")}. `}
          {upload.data.unused.length > 0 && `Columns not used: ${upload.data.unused.join(", ")}.`}
        </p>
      )}
    </section>
  );
}
