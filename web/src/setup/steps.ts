import type { Schemas } from "../api/client";

export type StepKey = "administrators" | "directory" | "units" | "tenant" | "people" | "accounts";

export interface Step {
  key: StepKey;
  title: string;
  /** What there is by now. */
  there: string;
  why: string;
  isDone: boolean;
}

function few(number: number, one: string, many: string): string {
  return number === 0 ? `no ${one} yet` : number === 1 ? `1 ${one}` : `${number} ${many}`;
}

/** What an installation needs before anybody can be onboarded, in the order in which it is best done. */
export function stepsOf(setup: Schemas["StepsView"]): Step[] {
  return [
    {
      key: "administrators",
      title: "A second person who manages administrators",
      there: few(setup.administrators, "who manages administrators", "who manage administrators"),
      why: "If the only one is away or forgets the password, nobody can let anybody in.",
      isDone: setup.administrators > 1,
    },
    {
      key: "directory",
      title: "A directory",
      there: few(setup.directories, "directory", "directories"),
      why: "Newcomers are found there, and sign in with the account they have there. The first is the home of your own people.",
      isDone: setup.directories > 0,
    },
    {
      key: "units",
      title: "Units",
      there: few(setup.units, "unit", "units"),
      why: "Everybody who is engaged works in a unit.",
      isDone: setup.units > 0,
    },
    {
      key: "tenant",
      title: "A tenant",
      there: few(setup.tenants, "tenant", "tenants"),
      why: "The application in which people work. It is asked what it can, and read; nothing in it changes.",
      isDone: setup.tenants > 0,
    },
    {
      key: "people",
      title: "People",
      there: few(setup.people, "person", "people"),
      why: "From a table, one by one out of the directory, or pushed by a program.",
      isDone: setup.people > 0,
    },
    {
      key: "accounts",
      title: "Match accounts",
      there:
        setup.tenants === 0
          ? "no tenant yet"
          : setup.unmatched === 0
            ? "every account is somebody's"
            : few(setup.unmatched, "account is nobody's", "accounts are nobody's"),
      why: "Accounts that a tenant had before are laid beside people; you decide. Until then they are reported, never touched.",
      isDone: setup.tenants > 0 && setup.unmatched === 0,
    },
  ];
}

/** The step to do next; undefined when all are done. */
export function nextOf(steps: readonly Step[]): StepKey | undefined {
  return steps.find((step) => !step.isDone)?.key;
}

/** A short name made of a name: what a key allows of it. */
export function keyOf(name: string): string {
  return name
    .normalize("NFD")
    .replace(/[\u0300-\u036f]/g, "")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "")
    .slice(0, 60)
    .replace(/-+$/, "");
}
