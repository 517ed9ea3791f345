import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { pinsQuery, viewsQuery } from "../api/queries";
import { useKeepView, usePin, useRemoveView, wantedOf } from "../desk/mutations";
import { PlainField, problemOf, Told } from "../ui/plainField";

/** Lists of which views are kept. */
export type Place = "people" | "groups" | "roles" | "jobs" | "messages";

/** Views that are kept by name: to open one, to keep what is shown, to share it and to pin it. */
export function Views({
  place,
  text,
  onOpen,
}: {
  place: Place;
  /** What is shown, as it is kept. */
  text: string;
  onOpen: (text: string) => void;
}) {
  const views = (useQuery(viewsQuery).data ?? []).filter((view) => view.place === place);
  const open = views.find((view) => view.filter === text);
  const [isKeeping, setKeeping] = useState(false);
  return (
    <>
      <select
        aria-label="Saved views"
        className="select h-8 w-40"
        value={open?.id ?? ""}
        onChange={(event) => {
          const chosen = views.find((view) => view.id === event.target.value);
          onOpen(chosen?.filter ?? "");
        }}
      >
        <option value="">{views.length === 0 ? "No saved views" : "Saved views"}</option>
        {views.map((view) => (
          <option key={view.id} value={view.id}>
            {view.name}
            {view.isOwn ? "" : ` (${view.owner})`}
          </option>
        ))}
      </select>
      <button type="button" className="btn btn-sm" aria-expanded={isKeeping} onClick={() => setKeeping(!isKeeping)}>
        {open === undefined ? "Save view" : "Manage view"}
      </button>
      {isKeeping && (
        <div className="card-plain basis-full p-3">
          {open === undefined ? (
            <Keep place={place} text={text} onDone={() => setKeeping(false)} />
          ) : (
            <Kept place={place} id={open.id} isOwn={open.isOwn} name={open.name} text={text} isShared={open.isShared} />
          )}
        </div>
      )}
    </>
  );
}

function Keep({ place, text, onDone }: { place: Place; text: string; onDone: () => void }) {
  const [name, setName] = useState("");
  const [isShared, setShared] = useState(false);
  const [isPinned, setPinned] = useState(true);
  const keep = useKeepView();
  return (
    <form
      className="flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        keep.mutate(
          {
            view: { name, place, filter: text, isShared },
            isPinned,
          },
          { onSuccess: onDone },
        );
      }}
    >
      <div className="w-72">
        <PlainField
          label="Name of this view"
          autoFocus
          value={name}
          problem={problemOf(keep.error, "name")}
          onChange={setName}
        />
      </div>
      <Check isChecked={isPinned} onToggle={() => setPinned(!isPinned)} words="Pin it to my Desk" />
      <Check isChecked={isShared} onToggle={() => setShared(!isShared)} words="Share it with all administrators" />
      <button type="submit" className="btn btn-primary btn-sm" disabled={name.trim() === "" || keep.isPending}>
        Save
      </button>
      <Told error={keep.error} />
    </form>
  );
}

function Kept({
  place,
  id,
  name,
  text,
  isOwn,
  isShared,
}: {
  place: Place;
  id: string;
  name: string;
  text: string;
  isOwn: boolean;
  isShared: boolean;
}) {
  const pins = useQuery(pinsQuery).data;
  const keep = useKeepView();
  const pin = usePin();
  const remove = useRemoveView();
  const isPinned = wantedOf(pins ?? []).some((one) => one.view === id);
  return (
    <div className="flex flex-wrap items-center gap-3">
      <b className="flex-1 font-semibold">{name}</b>
      <Check
        isChecked={isPinned}
        onToggle={() =>
          pin.mutate((pinned) => [...pinned.filter((one) => one.view !== id), ...(isPinned ? [] : [{ view: id }])])
        }
        words="On my Desk"
      />
      {isOwn && (
        <>
          <Check
            isChecked={isShared}
            onToggle={() => keep.mutate({ view: { name, place, filter: text, isShared: !isShared } })}
            words="Shared with all administrators"
          />
          <button type="button" className="btn btn-sm" disabled={remove.isPending} onClick={() => remove.mutate(id)}>
            Remove this view
          </button>
        </>
      )}
      <Told error={keep.error ?? pin.error ?? remove.error} />
    </div>
  );
}

function Check({ isChecked, onToggle, words }: { isChecked: boolean; onToggle: () => void; words: string }) {
  return (
    <label className="flex min-h-8 cursor-pointer items-center gap-2">
      <input type="checkbox" className="checkbox checkbox-sm" checked={isChecked} onChange={onToggle} />
      {words}
    </label>
  );
}
