import { expect, test } from "vitest";
import type { Draft, Entry } from "../api/drafts";
import { aboutOne, byId, personOfEntry } from "./about";

function entry(form: string, fields: Record<string, string>): Entry {
  return {
    id: `${form} ${Object.values(fields).join(" ")}`,
    form,
    fields,
    state: "READY",
    sentence: "",
    told: { title: "", about: "", parts: [] },
    findings: [],
  };
}

function draft(...entries: Entry[]): Draft {
  return { id: "D", version: 1, entries, total: entries.length, boundaries: [] } as unknown as Draft;
}

const wave = draft(
  entry("person.add", { id: "A", handle: "ada.marsh" }),
  entry("person.add", { id: "B", handle: "bo.ferreira" }),
  entry("engagement.begin", { id: "EA", person: "A" }),
  entry("engagement.begin", { id: "EB", person: "B" }),
  entry("membership.put", { member: "person:B", group: "guides" }),
  entry("membership.put", { member: "ada.marsh", group: "guides" }),
  entry("assignment.give", { subject: "group guides", role: "keeper" }),
  entry("account.open", { id: "XA", person: "A", tenant: "pelagia/north" }),
  entry("account.open", { id: "XB", person: "B", tenant: "pelagia/north" }),
  entry("seat.give", { account: "XA", kind: "keeper" }),
  entry("seat.give", { account: "XB", kind: "keeper" }),
);

test("an entry is about whom it names, and a seat about the owner of its account", () => {
  expect(wave.entries.map((one) => personOfEntry(wave, one))).toEqual([
    "A",
    "B",
    "A",
    "B",
    "B",
    "ada.marsh",
    undefined,
    "A",
    "B",
    "A",
    "B",
  ]);
});

test("a handle that begins like a group is still a person's", () => {
  const one = entry("membership.put", { member: "grouper.lee", group: "guides" });
  expect(personOfEntry(draft(one), one)).toBe("grouper.lee");
});

test("of a wave only what is about one person is left, and what is about nobody who is added", () => {
  const left = aboutOne(wave, "A", "UTC").entries;
  expect(left.map((one) => one.form)).toEqual([
    "person.add",
    "engagement.begin",
    "membership.put",
    "assignment.give",
    "account.open",
    "seat.give",
  ]);
  expect(left.every((one) => personOfEntry(wave, one) !== "B")).toBe(true);
});

test("of the days that something begins or has ended only those of the one person are left", () => {
  const dated = {
    ...draft(
      entry("person.add", { id: "A" }),
      entry("person.add", { id: "B" }),
      entry("engagement.begin", { person: "A", from: "2027-05-03", until: "2027-09-30" }),
      entry("engagement.begin", { person: "B", from: "2027-05-10" }),
      entry("seat.give", { person: "A", until: "2027-08-01T22:00:00Z" }),
    ),
    boundaries: ["2027-05-02T22:00:00Z", "2027-05-09T22:00:00Z", "2027-08-01T22:00:00Z", "2027-09-30T22:00:00Z"],
  };
  expect(aboutOne(dated, "A", "Europe/Berlin").boundaries).toEqual([
    "2027-05-02T22:00:00Z",
    "2027-08-01T22:00:00Z",
    "2027-09-30T22:00:00Z",
  ]);
});

test("a draft about one person stays as it is", () => {
  const single = draft(entry("person.add", { id: "A" }), entry("group.make", { id: "G" }));
  expect(aboutOne(single, "A", "UTC")).toBe(single);
});

test("a seat of an account that was there before is nobody's whom the draft adds", () => {
  const seats = draft(entry("person.add", { id: "A" }), entry("seat.give", { account: "OLD", kind: "keeper" }));
  expect(aboutOne(seats, "B", "UTC").entries).toHaveLength(1);
});

test("what a table names by key is named by id, and what is unknown stays as it was typed", () => {
  const choices = {
    units: [{ id: "U", key: "lagoon-hall", name: "Lagoon Hall" }],
    groups: [{ id: "G", key: "guides" }],
    roles: [{ id: "R", key: "keeper" }],
    tenants: [{ id: "T", path: "pelagia/north", areas: [{ id: "AR", key: "lagoon-hall" }] }],
  } as unknown as Parameters<typeof byId>[1];
  const named = byId(
    draft(
      entry("engagement.begin", { person: "A", unit: "lagoon-hall", job: "guides" }),
      entry("membership.put", { member: "person:A", group: "nobody" }),
      entry("assignment.give", { role: "keeper", tenant: "pelagia/north", area: "lagoon-hall" }),
      entry("assignment.give", { role: "R", tenant: "T", area: "AR" }),
    ),
    choices,
  );
  expect(named.entries.map((one) => one.fields)).toEqual([
    { person: "A", unit: "U", job: "guides" },
    { member: "person:A", group: "nobody" },
    { role: "R", tenant: "T", area: "AR" },
    { role: "R", tenant: "T", area: "AR" },
  ]);
});
