import { Choose } from "../ui/choose";
import { userNameRule } from "../ui/words";

const RULES = ["MAIL", "STAFF_NUMBER", "HANDLE"] as const;

export type UserNameRule = (typeof RULES)[number];
export type Environment = "LIVE" | "TRAINING";

export function UserNameChoice({ value, onChange }: { value: UserNameRule; onChange: (rule: UserNameRule) => void }) {
  return (
    <Choose
      className="mt-3"
      label="People sign in by"
      value={value}
      onChange={(chosen) => onChange(RULES.find((rule) => rule === chosen) ?? "MAIL")}
    >
      {RULES.map((rule) => (
        <option key={rule} value={rule}>
          {userNameRule(rule)}
        </option>
      ))}
    </Choose>
  );
}

const ENVIRONMENTS: readonly [Environment, string][] = [
  ["LIVE", "Used for real work"],
  ["TRAINING", "Used for training"],
];

export function EnvironmentChoice({
  value,
  onChange,
}: {
  value: Environment;
  onChange: (environment: Environment) => void;
}) {
  return (
    <fieldset className="mt-3 flex flex-wrap gap-x-5">
      <legend className="sr-only">What it is used for</legend>
      {ENVIRONMENTS.map(([environment, words]) => (
        <label key={environment} className="flex min-h-7 cursor-pointer items-center gap-2">
          <input
            type="radio"
            className="radio radio-sm"
            checked={value === environment}
            onChange={() => onChange(environment)}
          />
          {words}
        </label>
      ))}
    </fieldset>
  );
}
