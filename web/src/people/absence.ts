import type { Schemas } from "../api/client";
import { entry, newId, type EntryInput } from "../api/drafts";
import { count } from "../ui/words";

export type CoverLine = Schemas["CoverLine"];

export interface Away {
  /** The absence that is there already; a new one otherwise. */
  id?: string | undefined;
  person: string;
  manner: Manner;
  seats: Seats;
  from: string;
  until: string;
  because: string;
}

export type Manner = Schemas["AbsenceView"]["manner"];
export type Seats = Schemas["AbsenceView"]["seats"];

/** What an absence does to sign-in, and until when. */
export const MANNERS: readonly { manner: Manner; name: string; words: string }[] = [
  { manner: "AWAY", name: "Away", words: "Sign-in and access stay as they are." },
  {
    manner: "LEAVE",
    name: "On leave",
    words: "Sign-in stops in every tenant, and works again on the day of the return. What they hold stays theirs.",
  },
  {
    manner: "SUSPENSION",
    name: "Suspended",
    words: "Sign-in stops in every tenant until somebody lifts the suspension.",
  },
];

/** What one colleague would have for the absence. */
export interface Cover {
  by: string;
  lines: readonly CoverLine[];
}

/** What tells one role at one place from another. */
export function lineKey(line: CoverLine): string {
  return [line.role, line.tenant, line.area ?? ""].join(" ");
}

/** The lines that are given: those that can be, less what was struck out. */
export function givenLines(lines: readonly CoverLine[], struck: ReadonlySet<string>): CoverLine[] {
  return lines.filter((line) => line.verdict === "GIVEN" && !struck.has(lineKey(line)));
}

/** The absence, new or with other days than it had, and an assignment for each role that somebody covers. */
export function entriesOfAbsence(away: Away, before: Away | undefined, covers: readonly Cover[]): EntryInput[] {
  const id = away.id ?? newId();
  const days = {
    manner: away.manner.toLowerCase(),
    seats: away.seats.toLowerCase(),
    from: away.from,
    until: away.manner === "SUSPENSION" ? "" : away.until,
    because: away.because,
  };
  const isAnother =
    before !== undefined &&
    (before.manner !== away.manner ||
      before.seats !== away.seats ||
      before.from !== away.from ||
      before.until !== away.until ||
      before.because !== away.because);
  const own =
    away.id === undefined
      ? [entry("absence.begin", { id, person: away.person, ...filled(days) })]
      : isAnother
        ? [entry("absence.edit", { absence: id, ...days })]
        : [];
  return [
    ...own,
    ...covers.flatMap((cover) =>
      cover.lines.map((line) =>
        entry("assignment.give", {
          id: newId(),
          subject: `person:${cover.by}`,
          role: line.role,
          tenant: line.tenant,
          ...(line.area === null || line.area === undefined ? {} : { area: line.area }),
          absence: id,
        }),
      ),
    ),
  ];
}

function filled(fields: Record<string, string>): Record<string, string> {
  return Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== ""));
}

/** Why a role is not given, in words; nothing for one that is. */
export function leftOut(line: CoverLine): string {
  switch (line.verdict) {
    case "GIVEN":
      return "";
    case "HELD":
      return "already has it";
    case "CONFLICTS":
      return `left out: conflict “${line.rule ?? ""}”`;
    case "NOT_GIVEN":
      return "left out: not open for new grants";
  }
}

/** "3 roles; 1 left out" */
export function coverWords(lines: readonly CoverLine[], given: number): string {
  const out = lines.filter((line) => line.verdict === "CONFLICTS" || line.verdict === "NOT_GIVEN").length;
  return out === 0 ? count(given, "role") : `${count(given, "role")}; ${out} left out`;
}
