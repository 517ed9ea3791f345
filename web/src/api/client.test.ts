import { describe, expect, it } from "vitest";
import { Problem, take } from "./client";

function answer(status: number, body: { data?: unknown; error?: unknown }) {
  return Promise.resolve({ ...body, response: new Response(null, { status }) });
}

describe("answers", () => {
  it("give their data", async () => {
    expect(await take(answer(200, { data: { name: "North" } }))).toEqual({ name: "North" });
  });

  it("that are problems are thrown with code, text and fields", async () => {
    const failing = take(
      answer(400, {
        error: { code: "field", detail: "Some fields are wrong.", fields: [{ field: "name", text: "is needed" }] },
      }),
    );
    await expect(failing).rejects.toMatchObject({
      status: 400,
      code: "field",
      message: "Some fields are wrong.",
      fields: [{ field: "name", text: "is needed" }],
    });
  });

  it("that are nothing one can read still say what to do", async () => {
    await expect(take(answer(500, { error: "<html>" }))).rejects.toThrow("Try again");
    await expect(take(answer(502, {}))).rejects.toBeInstanceOf(Problem);
  });

  it("that never come are told apart from refusals", async () => {
    await expect(take(Promise.reject(new TypeError("network")))).rejects.toMatchObject({
      status: 0,
      code: "unreachable",
    });
  });
});
