import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { excessWords, matching, permissionWords, withTask } from "./work";

const permission = (type: string, action: string, sensitivity: "NORMAL" | "SENSITIVE" | "PRIVILEGED" = "NORMAL") => ({
  permission: `${type}:${action}`,
  type,
  action,
  sensitivity,
});

describe("The chosen work", () => {
  it("takes in all that a task needs, and gives it up with the task", () => {
    expect(withTask(["a"], ["a", "b"])).toEqual(["a", "b"]);
    expect(withTask(["a", "b", "c"], ["a", "b"])).toEqual(["c"]);
  });
});

describe("Work", () => {
  const apps = [
    {
      id: "1",
      name: "Pelagia",
      tasks: [{ key: "feed", name: "Feed the animals", needs: [] }],
      types: [{ name: "Treatments", actions: [{ label: "amend", description: "Correct it" }] }],
    },
  ] as unknown as Schemas["AppWork"][];

  it("is found by what it is called, and by what it amounts to", () => {
    expect(matching(apps, "FEED")[0]?.tasks).toHaveLength(1);
    expect(matching(apps, "correct")[0]?.types[0]?.actions).toHaveLength(1);
    expect(matching(apps, "nothing like it")).toEqual([]);
  });
});

describe("Permissions in words", () => {
  it("stand by type of record", () => {
    expect(permissionWords([permission("Animals", "see"), permission("Animals", "change")])).toBe(
      "Animals: see, change",
    );
  });

  it("that are too many are counted, those that matter by name", () => {
    expect(excessWords([])).toBe("nothing else");
    expect(excessWords([permission("A", "b")])).toBe("1 permission more than needed");
    expect(excessWords([permission("A", "b", "SENSITIVE"), permission("A", "c", "PRIVILEGED")])).toBe(
      "2 permissions more than needed, 1 privileged and 1 sensitive",
    );
  });
});
