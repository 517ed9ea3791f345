import { useState } from "react";
import { type Schemas } from "../api/client";
import { useMayEverywhere } from "../session/hooks";
import { DirectoryForm } from "../setup/DirectoryForm";
import { EndTwice } from "../ui/endTwice";
import { Told } from "../ui/plainField";
import { useDisconnectDirectory, usePauseDirectory } from "./mutations";

/** Reaching a directory otherwise, pausing it, and ending its connection: for those that were connected here. */
export function Connection({ one }: { one: Schemas["DirectoryView"] }) {
  const mayGovern = useMayEverywhere("GOVERN");
  const [isOpen, setOpen] = useState(false);
  const pause = usePauseDirectory(one.key);
  const end = useDisconnectDirectory(one.key);
  if (!mayGovern) {
    return null;
  }
  if (one.source === undefined || one.source === null) {
    return <span className="block text-sm text-soft">Its connection is set in the server’s own settings.</span>;
  }
  return (
    <>
      <span className="mt-1.5 flex flex-wrap gap-1.5">
        <button
          type="button"
          className="btn btn-xs"
          aria-expanded={isOpen}
          aria-label={`${isOpen ? "Leave" : "Change"} the connection of ${one.name}`}
          onClick={() => setOpen(!isOpen)}
        >
          {isOpen ? "Cancel" : "Change connection"}
        </button>
        <button
          type="button"
          className="btn btn-xs"
          aria-label={`${one.isPaused ? "Resume" : "Pause"} ${one.name}`}
          disabled={pause.isPending}
          onClick={() => pause.mutate(!one.isPaused)}
        >
          {one.isPaused ? "Resume" : "Pause"}
        </button>
        <EndTwice
          name={one.name}
          verb="Disconnect"
          note=": its people and groups stay"
          isBusy={end.isPending}
          onEnd={() => end.mutate()}
        />
      </span>
      <Told error={pause.error ?? end.error} />
      {isOpen && (
        <DirectoryForm known={{ key: one.key, name: one.name, source: one.source }} onDone={() => setOpen(false)} />
      )}
    </>
  );
}
