import type { Schemas } from "../api/client";

type Kind = Schemas["EventView"]["kind"];

/** What happened, in words. */
export const KINDS: Record<Kind, string> = {
  SIGNED_IN: "signed in",
  SIGN_IN_REFUSED: "sign-in refused",
  SIGNED_OUT: "signed out",
  SESSION_ENDED: "session ended",
  PASSWORD_CHANGED: "password changed",
  PASSWORD_REFUSED: "wrong old password",
  SECOND_FACTOR_SET: "second factor set",
  SECOND_FACTOR_REMOVED: "second factor removed",
  RECOVERY_CODE_USED: "recovery code used",
  RIGHTS_CHANGED: "rights changed",
  CONNECTION_TRIED: "connection tried",
  CONNECTION_CHANGED: "connection changed",
  CONNECTION_REFUSED: "connection refused",
  KEY_MADE: "key made",
  KEY_ENDED: "key ended",
  SETTING_CHANGED: "setting changed",
};

const REFUSALS: readonly Kind[] = ["SIGN_IN_REFUSED", "PASSWORD_REFUSED", "CONNECTION_REFUSED"];

export function isRefusal(kind: Kind): boolean {
  return REFUSALS.includes(kind);
}

export function kindOf(text: string): Kind | undefined {
  const kinds = Object.keys(KINDS) as Kind[];
  return kinds.find((kind) => kind === text);
}
