// @vitest-environment jsdom
import { screen, waitFor } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { draw, server } from "../testing/page";
import { SecondFactor } from "./SecondFactor";

const NONE = {
  hasSecondFactor: false,
  isSecondFactorRequired: false,
  recoveryCodesLeft: 0,
  sessions: [],
} as unknown as Schemas["OwnView"];

describe("A second factor", () => {
  it("is set up by password, scan and code, and shows its recovery codes once", async () => {
    const asked = server(({ method, path }) => {
      switch (`${method} ${path}`) {
        case "POST /api/v1/me/second-factor":
          return { address: "otpauth://totp/x", secret: "ABCDEFGH" };
        case "PUT /api/v1/me/second-factor":
          return { codes: ["one-1", "two-2"] };
        default:
          return undefined;
      }
    });
    const user = userEvent.setup();
    draw(<SecondFactor own={NONE} />);
    await user.click(await screen.findByRole("button", { name: "Set it up" }));
    await user.type(screen.getByLabelText(/Your password/), "a long password");
    await user.click(screen.getByRole("button", { name: "Continue" }));
    await user.type(await screen.findByLabelText(/Code from the authenticator/), "123456");
    await user.click(screen.getByRole("button", { name: "Turn on second factor" }));
    expect(await screen.findByText("two-2")).toBeTruthy();
    expect(asked.filter((one) => one.method !== "GET").map((one) => one.body)).toEqual([
      { password: "a long password" },
      { code: "123456" },
    ]);
    await user.click(screen.getByRole("button", { name: "I have saved them" }));
    await waitFor(() => expect(screen.queryByText("two-2")).toBeNull());
  });

  it("stays at the password when it is refused", async () => {
    server(() => undefined);
    const user = userEvent.setup();
    draw(<SecondFactor own={NONE} />);
    await user.click(await screen.findByRole("button", { name: "Set it up" }));
    await user.type(screen.getByLabelText(/Your password/), "wrong");
    await user.click(screen.getByRole("button", { name: "Continue" }));
    expect(await screen.findByText(/There is no such thing/)).toBeTruthy();
    expect(screen.getByLabelText(/Your password/)).toBeTruthy();
  });
});
