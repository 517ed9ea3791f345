import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { entry, useAct } from "../api/drafts";
import { personFieldsQuery } from "../api/queries";
import { useMay } from "../session/hooks";
import { Told } from "../ui/plainField";
import { Read } from "../ui/states";
import { count } from "../ui/words";
import { FieldForm } from "./FieldForm";
import { TYPES, type PersonField } from "./values";

/** The fields of people that the organisation defines. */
export function FieldsCard() {
  const fields = useQuery(personFieldsQuery);
  const mayPrepare = useMay("PREPARE");
  const [isMaking, setMaking] = useState(false);
  return (
    <Read of={fields} what="fields">
      {(data) => (
        <>
          {data.length === 0 && (
            <p className="mt-1 text-soft">
              What you keep about people besides name, e-mail, engagement and unit: a shift, a room, a mentor.
            </p>
          )}
          <ul className="mt-2">
            {data.map((field) => (
              <Line key={field.id} field={field} />
            ))}
          </ul>
          {mayPrepare && (
            <button
              type="button"
              className="btn btn-sm mt-2"
              aria-expanded={isMaking}
              onClick={() => setMaking(!isMaking)}
            >
              {isMaking ? "Close" : "New field"}
            </button>
          )}
          {isMaking && <FieldForm onDone={() => setMaking(false)} />}
        </>
      )}
    </Read>
  );
}

function Line({ field }: { field: PersonField }) {
  const mayPrepare = useMay("PREPARE");
  const { act, isPending, error } = useAct();
  const [isOpen, setOpen] = useState(false);
  const about = [
    TYPES.find((type) => type.id === field.type)?.name,
    field.choices.join(", "),
    field.requiredFor.length > 0 &&
      `required for ${field.requiredFor.map((kind) => `${kind.toLowerCase()}s`).join(", ")}`,
    field.attribute && `from ${field.attribute} in the directory`,
    field.rules.length > 0 && `in the rule of ${field.rules.join(", ")}`,
  ];
  return (
    <li className="border-b border-line py-1">
      <div className="flex min-h-8 items-center gap-3">
        <span className="min-w-0 flex-1">
          <b className="font-semibold">{field.label}</b>{" "}
          <span className="font-mono text-sm text-soft">{field.key}</span>
          <span className="block text-sm text-soft">{about.filter((part) => part).join(" · ")}</span>
        </span>
        <span className="shrink-0 text-right text-sm text-soft">
          {field.people === 0 ? "nobody" : count(field.people, "person", "people")}
          {field.lacking > 0 && (
            <Link
              to="/people/table"
              search={(before) => ({
                draft: before.draft,
                field: [`${field.key}=`],
                kind: [...field.requiredFor],
                standing: ["HERE", "EXPECTED"],
              })}
              className="block font-semibold text-warning hover:underline"
            >
              ▲ {field.lacking} without
            </Link>
          )}
        </span>
        {mayPrepare && (
          <>
            <button
              type="button"
              className="btn btn-xs"
              aria-expanded={isOpen}
              aria-label={`Change the field ${field.label}`}
              onClick={() => setOpen(!isOpen)}
            >
              {isOpen ? "Close" : "Change"}
            </button>
            <button
              type="button"
              className="btn btn-xs"
              aria-label={`Retire the field ${field.label}, with what people have in it`}
              disabled={isPending}
              onClick={() => act("Fields of people", entry("person-field.retire", { "person-field": field.id }))}
            >
              Retire
            </button>
          </>
        )}
      </div>
      <Told error={error} />
      {isOpen && <FieldForm field={field} onDone={() => setOpen(false)} />}
    </li>
  );
}
