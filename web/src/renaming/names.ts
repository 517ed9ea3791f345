import type { Schemas } from "../api/client";
import { handleFrom } from "../onboard/proposals";

export type Renamed = Schemas["RenamedAccount"];
export type Names = Schemas["NamesView"];

/** What follows from another given or family name: the handle, and the address where it was made of the handle. */
export function proposed(now: Names, given: string, family: string): Names {
  const handle = now.handle === handleFrom(now.given, now.family) ? handleFrom(given, family) : now.handle;
  const [local, domain] = now.mail.split("@");
  const mail = local === now.handle && domain !== undefined ? `${handle}@${domain}` : now.mail;
  return { given, family, handle, mail };
}

export function isSame(one: Names, other: Names): boolean {
  return (
    one.given === other.given && one.family === other.family && one.handle === other.handle && one.mail === other.mail
  );
}

/** Why a user name changes, or does not. */
export function fateWords(account: Renamed): string {
  switch (account.fate) {
    case "FOLLOWS":
      return account.taken ? `${account.taken} is or was somebody else's; this one is available` : "";
    case "CHOSEN":
      return "chosen individually, not derived from the name; select it to change it";
    case "SAME":
      return "already follows the tenant's rule";
    case "NO_BASIS":
      return "the tenant's rule needs an e-mail address or a staff number, and there is none";
    case "FIXED":
      return "this tenant does not allow user names to change";
  }
}

/** Whether an account gets its other name, unless somebody turned that. */
export function isChosen(account: Renamed, turned: ReadonlySet<string>): boolean {
  return account.change != null && (account.fate === "FOLLOWS") !== turned.has(account.id);
}
