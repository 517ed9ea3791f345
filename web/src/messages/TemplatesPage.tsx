import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useDeferredValue, useId, useRef, useState } from "react";
import { type Schemas } from "../api/client";
import { sampleQuery, templatesQuery } from "../api/queries";
import { useMayEverywhere, useSession } from "../session/hooks";
import { day } from "../ui/dates";
import { PlainField, problemOf, Told } from "../ui/plainField";
import { Read } from "../ui/states";
import { OCCASIONS } from "./words";
import { useSetTemplate } from "./mutations";

type Template = Schemas["TemplateView"];

/** Templates, written on the left and read on the right as somebody would get it. */
export function TemplatesPage() {
  const templates = useQuery(templatesQuery);
  const [chosen, setChosen] = useState<Template["occasion"]>("FIRST_ACCOUNTS");
  return (
    <section className="min-w-0 flex-1 overflow-auto px-5 py-4" aria-label="Templates">
      <div className="flex items-center gap-3">
        <h1 className="flex-1">Templates</h1>
        <Link to="/messages" className="btn btn-sm">
          To the messages
        </Link>
      </div>
      <Read of={templates} what="what messages say">
        {(data) => (
          <>
            <div role="group" aria-label="Which message" className="mt-2 flex gap-1">
              {data.map((one) => (
                <button
                  key={one.occasion}
                  type="button"
                  aria-pressed={one.occasion === chosen}
                  className={`btn btn-sm ${one.occasion === chosen ? "btn-primary" : ""}`}
                  onClick={() => setChosen(one.occasion)}
                >
                  {OCCASIONS[one.occasion].title}
                </button>
              ))}
            </div>
            {data
              .filter((one) => one.occasion === chosen)
              .map((one) => (
                <Writing key={`${one.occasion} ${one.changedAt ?? ""}`} template={one} />
              ))}
          </>
        )}
      </Read>
    </section>
  );
}

function Writing({ template }: { template: Template }) {
  const session = useSession();
  const mayGovern = useMayEverywhere("GOVERN");
  const id = useId();
  const area = useRef<HTMLTextAreaElement>(null);
  const isAboutAccounts = template.occasion === "FIRST_ACCOUNTS" || template.occasion === "MORE_ACCOUNTS";
  const [subject, setSubject] = useState(template.subject);
  const [body, setBody] = useState(template.body);
  const [isAutomatic, setAutomatic] = useState(template.isAutomatic);
  const [days, setDays] = useState(String(template.daysBefore));
  const set = useSetTemplate(template.occasion);
  const sample = useQuery(sampleQuery(template.occasion, useDeferredValue(subject), useDeferredValue(body)));
  const problem = problemOf(set.error ?? sample.error, "body");
  const putIn = (blank: string) => {
    const field = area.current;
    if (field !== null) {
      const at = field.selectionStart;
      setBody(`${body.slice(0, at)}{${blank}}${body.slice(field.selectionEnd)}`);
      field.focus();
    }
  };
  return (
    <div className="mt-2 grid gap-6 min-[1100px]:grid-cols-2">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          set.mutate({ subject, body, isAutomatic, daysBefore: Number(days) });
        }}
      >
        <p className="text-soft">
          Goes {OCCASIONS[template.occasion].when}
          {template.changedBy && template.changedAt
            ? `. Written by ${template.changedBy}, ${day(template.changedAt, session.zone)}.`
            : ". As it came."}
        </p>
        <fieldset disabled={!mayGovern}>
          <PlainField
            label="Subject"
            value={subject}
            problem={problemOf(set.error ?? sample.error, "subject")}
            onChange={setSubject}
          />
          <label htmlFor={id} className="mt-3 block text-xs font-semibold text-soft">
            Text
          </label>
          <textarea
            id={id}
            ref={area}
            rows={15}
            className={`textarea mt-0.5 w-full text-base leading-snug ${problem === undefined ? "" : "textarea-error"}`}
            aria-invalid={problem !== undefined}
            aria-describedby={`${id}-told`}
            value={body}
            onChange={(event) => setBody(event.target.value)}
          />
          <p
            id={`${id}-told`}
            className={`mt-0.5 text-xs ${problem === undefined ? "text-soft" : "font-semibold text-error"}`}
          >
            {problem ?? "What stands in braces is filled in for each person; a line that stays empty goes away."}
          </p>
          <div role="group" aria-label="Put a blank into the text" className="mt-1.5 flex flex-wrap gap-1">
            {template.blanks.map((blank) => (
              <button key={blank} type="button" className="btn btn-xs font-mono" onClick={() => putIn(blank)}>
                {blank}
              </button>
            ))}
          </div>
          <div className="mt-3 grid grid-cols-[1fr_11rem] items-end gap-4">
            <div>
              {(
                [
                  [true, isAboutAccounts ? "Sent automatically when the accounts exist" : "Sent automatically"],
                  [false, "Waits until somebody sends it"],
                ] as const
              ).map(([value, words]) => (
                <label key={words} className="flex min-h-7 cursor-pointer items-center gap-2">
                  <input
                    type="radio"
                    className="radio radio-sm"
                    checked={isAutomatic === value}
                    onChange={() => setAutomatic(value)}
                  />
                  {words}
                </label>
              ))}
            </div>
            {isAboutAccounts && (
              <PlainField
                label="Days before a first day"
                type="number"
                value={days}
                problem={problemOf(set.error, "daysBefore")}
                onChange={setDays}
              />
            )}
          </div>
          <Told error={set.error} />
          {mayGovern ? (
            <p className="mt-3 flex items-center gap-3">
              <button type="submit" className="btn btn-primary btn-sm" disabled={set.isPending}>
                Write it so from now on
              </button>
              <span role="status" className="text-sm text-soft">
                {set.isSuccess ? "Kept." : "Messages that are not sent yet are written so as well."}
              </span>
            </p>
          ) : (
            <p className="mt-3 text-soft">Whoever manages administrators can change it.</p>
          )}
        </fieldset>
      </form>
      <div>
        <p className="text-soft">{sample.data === undefined ? "\u00a0" : `As ${sample.data.name} would get it`}</p>
        {sample.data !== undefined && (
          <article className={`card-plain mt-6 ${sample.error === null ? "" : "opacity-60"}`}>
            <p className="border-b border-line px-5 py-2.5">
              <b className="font-semibold">{sample.data.subject}</b>
            </p>
            <p className="px-5 py-4 break-words whitespace-pre-wrap">{sample.data.body}</p>
          </article>
        )}
        {sample.data === undefined && <Told error={sample.error} />}
      </div>
    </div>
  );
}
