import { affixed, type NamingRule } from "./copying";

/** What a naming rule does, by an example. */
export function ruleWords(rule: NamingRule): string {
  const example = affixed("Keeper", rule);
  const what =
    example === "Keeper" ? "Copies keep the name of their source" : `A copy of “Keeper” is proposed as “${example}”`;
  return `${what}${rule.isNumbered ? ", with a number where the name is taken" : ""}.`;
}
