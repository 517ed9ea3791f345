import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { entry, useAct } from "../api/drafts";
import type { Schemas } from "../api/client";
import { personFieldsQuery } from "../api/queries";
import { useMay } from "../session/hooks";
import { Told } from "../ui/plainField";
import { ValueInput } from "./ValueInput";

type Page = Schemas["PersonPage"];

/** What the organisation keeps about a person in fields of its own. */
export function OwnFields({ page }: { page: Page }) {
  const mayPrepare = useMay("PREPARE");
  const [isOpen, setOpen] = useState(false);
  const filled = page.fields.filter((field) => field.value || field.isRequired);
  return page.fields.length === 0 || (filled.length === 0 && !mayPrepare) ? null : (
    <section aria-label="Details" className="mb-3">
      <div className="flex flex-wrap items-baseline gap-x-5 gap-y-1">
        {filled.map((field) => (
          <span key={field.key}>
            <span className="text-soft">{field.label}</span>{" "}
            {field.person ? (
              <Link to="/people/$id" params={{ id: field.person }} className="font-semibold hover:underline">
                {field.text}
              </Link>
            ) : (
              <b className={`font-semibold ${field.value ? "" : "text-warning"}`}>
                {field.value ? field.text : "▲ missing"}
              </b>
            )}
          </span>
        ))}
        {mayPrepare && (
          <button
            type="button"
            className="btn btn-ghost btn-xs"
            aria-expanded={isOpen}
            onClick={() => setOpen(!isOpen)}
          >
            {isOpen ? "Close" : filled.length === 0 ? "Add details" : "Change details"}
          </button>
        )}
      </div>
      {isOpen && <Form page={page} onDone={() => setOpen(false)} />}
    </section>
  );
}

function Form({ page, onDone }: { page: Page; onDone: () => void }) {
  const fields = useQuery(personFieldsQuery).data ?? [];
  const [typed, setTyped] = useState<Record<string, string>>({});
  const { actThen, isPending, error } = useAct();
  const changes = page.fields.filter((one) => (typed[one.key] ?? one.value ?? "").trim() !== (one.value ?? ""));
  return (
    <form
      className="card-plain mt-1.5 p-3"
      onSubmit={(event) => {
        event.preventDefault();
        actThen(
          page.person.name,
          changes.map((one) => {
            const value = (typed[one.key] ?? "").trim();
            return value === ""
              ? entry("person.clear", { person: page.person.id, field: one.field })
              : entry("person.fill", { person: page.person.id, "field-value": `${one.key}=${value}` });
          }),
          onDone,
        );
      }}
    >
      <div className="grid grid-cols-[repeat(auto-fill,minmax(180px,1fr))] gap-x-3 gap-y-2">
        {fields.map((field) => (
          <ValueInput
            key={field.key}
            field={field}
            value={typed[field.key] ?? page.fields.find((one) => one.key === field.key)?.value ?? ""}
            onChange={(value) => setTyped({ ...typed, [field.key]: value })}
          />
        ))}
      </div>
      <button type="submit" className="btn btn-primary btn-sm mt-3" disabled={changes.length === 0 || isPending}>
        Add to a draft
      </button>
      <Told error={error} />
    </form>
  );
}
