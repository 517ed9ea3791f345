export interface Choice {
  id: string;
  name: string;
  note: string;
  /** Where it comes from: choices of one source stand together under its name. */
  source?: string;
}

/** Choices by source, in the order in which the sources first come. */
export function bySource(choices: readonly Choice[]): { source: string; choices: Choice[] }[] {
  const found = new Map<string, Choice[]>();
  for (const choice of choices) {
    const source = choice.source ?? "";
    found.set(source, [...(found.get(source) ?? []), choice]);
  }
  return [...found].map(([source, some]) => ({ source, choices: some }));
}

const MOST_SHOWN = 40;
/** Where several sources are asked, none crowds out the others. */
const MOST_OF_A_SOURCE = 5;

/** What of the choices has the typed text in it, names that begin with it first, and as much of each source as fits. */
export function matching(choices: readonly Choice[], typed: string): Choice[] {
  const found = choices.filter(
    (choice) => typed === "" || `${choice.name} ${choice.note}`.toLowerCase().includes(typed),
  );
  if (typed !== "") {
    const begins = (choice: Choice) => ` ${choice.name.toLowerCase()}`.includes(` ${typed}`);
    // the order is otherwise kept: sorting is stable
    found.sort((one, other) => Number(begins(other)) - Number(begins(one)));
  }
  const sources = bySource(found);
  return sources.length < 2
    ? found.slice(0, MOST_SHOWN)
    : sources.flatMap((source) => source.choices.slice(0, MOST_OF_A_SOURCE));
}
