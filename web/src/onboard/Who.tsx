import { entriesOf, entry, findingsAt, newId, useDraft, type Draft, type Entry } from "../api/drafts";
import type { Schemas } from "../api/client";
import { KeptChoice, KeptDay, KeptField } from "../ui/field";
import { KindOptions } from "../ui/kinds";
import { handleFrom } from "./proposals";
import { OwnValues } from "./OwnValues";
import { Step } from "./Step";

type Catalogue = Schemas["CatalogueView"];

/** Who it is, and why they are here. */
export function Who({
  draft,
  choices,
  known,
}: {
  draft: Draft;
  choices: Catalogue;
  known: Schemas["PersonPage"] | undefined;
}) {
  const { set, put, take } = useDraft(draft.id);
  const person = entriesOf(draft, "person.add")[0];
  const engagement = entriesOf(draft, "engagement.begin")[0];
  if (person === undefined) {
    return <Known draft={draft} known={known} />;
  }
  const field = (one: Entry, name: string) => ({
    name: `${one.id}.${name}`,
    value: one.fields[name] ?? "",
    problems: findingsAt(one, name).filter(
      (finding) => finding.code !== "reference.unresolved" || finding.path === "unit",
    ),
    onKeep: (value: string) => set(one, { [name]: value }),
  });
  const proposed = handleFrom(person.fields.given ?? "", person.fields.family ?? "");
  const isOutside = choices.homes.some((home) => home.key === person.fields.home && !home.isOwn);
  const invitations = entriesOf(draft, "invitation.send");
  const isInvited = invitations.length > 0;
  const inDirectory = (person.fields.entry ?? "") !== "";
  return (
    <Step
      number={1}
      title={
        <>
          Who{" "}
          <span className="font-sans text-sm font-normal text-soft">
            {inDirectory ? (
              <>
                <b className="text-success">✓</b> found in the directory, signs in there
              </>
            ) : isOutside ? (
              "from outside, and in no directory"
            ) : (
              "in no directory; signs in with own passwords, where tenants take them"
            )}
          </span>
        </>
      }
      isDone={person.state !== "TO_SETTLE" && engagement !== undefined && engagement.state !== "TO_SETTLE"}
    >
      {isOutside && !inDirectory && (
        <p className="mb-2 flex items-center gap-3">
          {isInvited ? (
            <>
              <span>
                <b className="text-success">✓</b> Gets an invitation when this is applied. Accounts wait in the draft
                until it is accepted.
              </span>
              <button type="button" className="btn btn-xs" onClick={() => take(...invitations.map((one) => one.id))}>
                Do not invite
              </button>
            </>
          ) : (
            <>
              <span>Accounts are opened when they say themselves that they are who they are.</span>
              <button
                type="button"
                className="btn btn-primary btn-xs"
                onClick={() => put(entry("invitation.send", { id: newId(), person: person.fields.id ?? "" }))}
              >
                Invite them
              </button>
            </>
          )}
        </p>
      )}
      <div className="grid grid-cols-[1fr_1fr_1fr_1.4fr] gap-x-2.5 gap-y-2">
        <KeptField label="Given name" {...field(person, "given")} />
        <KeptField label="Family name" {...field(person, "family")} />
        <KeptField label="Handle" {...field(person, "handle")} placeholder={proposed} />
        <KeptField label="E-mail" type="email" {...field(person, "mail")} placeholder="none" />
        {engagement !== undefined && (
          <>
            <KeptChoice label="Engagement type" {...field(engagement, "kind")}>
              <KindOptions />
            </KeptChoice>
            <KeptField label="Job" {...field(engagement, "job")} />
            <KeptChoice label="Unit" {...field(engagement, "unit")}>
              <option value="">Choose…</option>
              {choices.units.map((unit) => (
                <option key={unit.id} value={unit.id}>
                  {unit.name}
                </option>
              ))}
            </KeptChoice>
            <KeptField label="Staff number" {...field(engagement, "number")} placeholder="none" />
            <KeptDay label="First day" {...field(engagement, "from")} />
            <KeptDay label="Last day" {...field(engagement, "until")} />
          </>
        )}
        <KeptField label="Mobile" type="tel" {...field(person, "phone")} placeholder="+44 1632 960123" />
        {choices.homes.length > 1 && (
          <KeptChoice label="Home organisation" {...field(person, "home")} disabled={inDirectory}>
            {choices.homes.map((home) => (
              <option key={home.key} value={home.key}>
                {home.name}
              </option>
            ))}
          </KeptChoice>
        )}
        <OwnValues draft={draft} person={person} engagement={engagement} />
      </div>
    </Step>
  );
}

/** Somebody who is here already: what apps need of them can be corrected on the way. */
function Known({ draft, known }: { draft: Draft; known: Schemas["PersonPage"] | undefined }) {
  const { put, set } = useDraft(draft.id);
  const edit = entriesOf(draft, "person.edit")[0];
  const own = known?.engagements.map((one) => `${one.job}, ${one.unit}`).join("; ") ?? "";
  const field = (name: "mail" | "phone") => ({
    name: `known.${name}`,
    value: edit?.fields[name] ?? known?.[name] ?? "",
    problems: findingsAt(edit, name),
    onKeep: (value: string) => {
      if (edit !== undefined) {
        set(edit, { [name]: value });
      } else if (known !== undefined) {
        put(entry("person.edit", { person: known.person.id, [name]: value }));
      }
    },
  });
  return (
    <Step number={1} title="Who" isDone={edit?.state !== "TO_SETTLE"}>
      <p>
        {known?.person.name ?? draft.name} is known here{own !== "" && `: ${own}`}.
      </p>
      {known !== undefined && (
        <div className="mt-2 grid max-w-xl grid-cols-2 gap-x-2.5">
          <KeptField label="E-mail" type="email" {...field("mail")} placeholder="none" />
          <KeptField label="Mobile" type="tel" {...field("phone")} placeholder="+44 1632 960123" />
        </div>
      )}
    </Step>
  );
}
