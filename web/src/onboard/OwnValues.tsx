import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { entriesOf, entry, findingsAt, useDraft, type Draft, type Entry } from "../api/drafts";
import { personFieldsQuery } from "../api/queries";
import { ValueInput } from "../fields/ValueInput";
import { pairOf, valueIn, withValue, type PersonField } from "../fields/values";
import { KeptChoice, KeptDay, KeptField } from "../ui/field";

/** So many fields are shown at once; of more, those that are required or filled in. */
const MOST = 4;

/** What the organisation keeps about people in fields of its own, for somebody whom the draft adds. */
export function OwnValues({
  draft,
  person,
  engagement,
}: {
  draft: Draft;
  person: Entry;
  engagement: Entry | undefined;
}) {
  const fields = useQuery(personFieldsQuery).data ?? [];
  const [isAll, setAll] = useState(false);
  const filled = (key: string) =>
    fillOf(draft, person, key) !== undefined || valueIn(person.fields.fields ?? "", key) !== "";
  const lacking = (key: string) => lackingIn(engagement, key).length > 0;
  const shown =
    isAll || fields.length <= MOST ? fields : fields.filter((field) => filled(field.key) || lacking(field.key));
  return (
    <>
      {shown.map((field) => (
        <OwnValue key={field.id} draft={draft} person={person} engagement={engagement} field={field} />
      ))}
      {shown.length < fields.length && (
        <button type="button" className="btn btn-ghost btn-xs self-end justify-self-start" onClick={() => setAll(true)}>
          {fields.length - shown.length} more fields
        </button>
      )}
    </>
  );
}

/** The entry that fills in a field of a person. */
function fillOf(draft: Draft, person: Entry, key: string): Entry | undefined {
  return entriesOf(draft, "person.fill").find(
    (one) => one.fields.person === person.fields.id && pairOf(one.fields["field-value"] ?? "").key === key,
  );
}

/** That the field is required, where somebody is engaged without it. */
function lackingIn(engagement: Entry | undefined, key: string) {
  return findingsAt(engagement, "person").filter(
    (finding) => finding.code === "person.value-required" && finding.facts.value === key,
  );
}

function OwnValue({
  draft,
  person,
  engagement,
  field,
}: {
  draft: Draft;
  person: Entry;
  engagement: Entry | undefined;
  field: PersonField;
}) {
  const { set, put, take } = useDraft(draft.id);
  const fill = fillOf(draft, person, field.key);
  const listed = person.fields.fields ?? "";
  const value = fill === undefined ? valueIn(listed, field.key) : pairOf(fill.fields["field-value"] ?? "").value;
  const keep = (next: string) => {
    const text = next.trim();
    if (text !== "") {
      const fields = { person: person.fields.id ?? "", "field-value": `${field.key}=${text}` };
      if (fill === undefined) {
        put(entry("person.fill", fields));
      } else {
        set(fill, fields);
      }
      return;
    }
    if (fill !== undefined) {
      take(fill.id);
    }
    if (valueIn(listed, field.key) !== "") {
      set(person, { fields: withValue(listed, field.key, "") });
    }
  };
  const common = {
    label: field.label,
    name: `${person.id}.field.${field.key}`,
    value,
    problems: [...findingsAt(fill, "field-value"), ...lackingIn(engagement, field.key)],
    onKeep: keep,
  };
  switch (field.type) {
    case "CHOICE":
      return (
        <KeptChoice {...common}>
          <option value="">none</option>
          {field.choices.map((choice) => (
            <option key={choice} value={choice}>
              {choice}
            </option>
          ))}
        </KeptChoice>
      );
    case "DATE":
      return <KeptDay {...common} />;
    case "PERSON":
      return <ValueInput field={field} value={value} problem={common.problems[0]?.text} onChange={keep} />;
    default:
      return <KeptField {...common} />;
  }
}
