import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { keyFrom } from "./keys";

describe("short names", () => {
  it("come from names without what makes them hard to type", () => {
    expect(keyFrom("Winter  Watch: Zoë's")).toBe("winter-watch-zoe-s");
    expect(keyFrom("--")).toBe("");
  });

  it("are always ones that the server accepts, or none", () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), (name) => {
        const key = keyFrom(name);
        expect(key === "" || (/^[a-z0-9]+(-[a-z0-9]+)*$/.test(key) && key.length <= 60)).toBe(true);
      }),
    );
  });
});
