import { useQuery } from "@tanstack/react-query";
import { useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { draftQuery } from "../api/changeQueries";
import type { Schemas } from "../api/client";
import { newId, useAct } from "../api/drafts";
import { roleQuery } from "../api/roleQueries";
import { fieldsOf, partsOf, type Parts } from "./parts";

type Page = Schemas["RolePage"];

/** The open draft, if there is one, and the version in which it is known. */
export function useOpenDraft() {
  const { draft } = useSearch({ from: "__root__" });
  const open = useQuery({ ...draftQuery(draft ?? ""), enabled: draft !== undefined });
  return draft === undefined || open.data === undefined ? undefined : open.data;
}

/** A role as the open draft would have it. */
export function useRole(id: string) {
  const draft = useOpenDraft();
  return useQuery(roleQuery(id, draft));
}

/**
 * Changes a role in the open draft; the first change begins a draft where none is open. What was clicked counts at once, also
 * for the next click, whatever is still on its way.
 */
export function useComposing(page: Page) {
  const { act, isPending, error } = useAct();
  const draft = useOpenDraft();
  const [fresh] = useState(newId);
  const [clicked, setClicked] = useState<Parts>();
  const known = draft?.entries.find((one) => one.id === page.entry?.id) ?? page.entry;
  const parts = isPending && clicked !== undefined ? clicked : partsOf(page, known?.fields);
  const set = (fields: Record<string, string>) =>
    act(`Change ${page.role.name}`, {
      id: known?.id ?? fresh,
      form: known?.form ?? "role.edit",
      fields: { ...known?.fields, ...(known?.form === "role.make" ? {} : { role: page.role.id }), ...fields },
    });
  return {
    parts,
    fields: known?.fields,
    findings: known?.findings ?? [],
    error,
    set,
    compose: (next: Parts) => {
      setClicked(next);
      set(fieldsOf(next));
    },
  };
}
