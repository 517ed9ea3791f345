import { expect, test } from "vitest";
import { draftedChange, touchedWords, versionWords, whatWords } from "./catalogueWords";

const difference = {
  sort: "PERMISSION_ADDED" as const,
  what: "Treatments: export",
  detail: "",
  tenants: [],
  form: "app.permission",
  fields: { app: "a", permission: "a:b:c", label: "export" },
  isDescriptionMissing: true,
};

test("a change is found in the draft by what it is about, whatever was typed since", () => {
  const entry = (fields: Record<string, string>) => ({ form: "app.permission", fields }) as never;
  const same = entry({ app: "a", permission: "a:b:c", description: "typed" });
  expect(draftedChange(difference, { entries: [entry({ app: "a", permission: "a:b:d" }), same] })).toBe(same);
  expect(draftedChange(difference, undefined)).toBeUndefined();
});

test("each change says what it is", () => {
  expect(whatWords(difference)).toBe("New: Treatments: export");
  expect(whatWords({ ...difference, sort: "PERMISSION_REMOVED" })).toBe("Removed: Treatments: export");
  expect(whatWords({ ...difference, sort: "VERSION", what: "2026.2" })).toBe("Version 2026.2");
});

test("what a permission touches is told with its people first", () => {
  const none = { sets: [], roles: [], variants: [], rules: [], seatKinds: [], tasks: [], people: 0 };
  expect(touchedWords(none)).toBe("Nobody has it; nothing uses it.");
  expect(touchedWords({ ...none, people: 1, sets: [{ id: "s", name: "Releases" }], rules: ["One", "Two"] })).toBe(
    "1 person has it; it is in the set “Releases”, in the conflict rules “One”, “Two”.",
  );
});

test("tenants with another version are named beside the one that is known", () => {
  const tenant = (name: string, version?: string) => ({
    id: name,
    name,
    colour: 0,
    detail: "",
    ...(version === undefined ? {} : { version }),
  });
  expect(
    versionWords({
      version: "1",
      tenants: [tenant("North", "2"), tenant("South", "1"), tenant("East", "2"), tenant("West")],
    }),
  ).toBe("Version 1 · North, East: 2");
  expect(versionWords({ version: "", tenants: [tenant("West", "")] })).toBe("No version");
});
