/** What a page is for, and where the manual tells more. */
export interface About {
  text: string;
  page: string;
  anchor?: string;
}

const PAGES: readonly (About & { path: string })[] = [
  {
    path: "/people/table",
    text: "Everybody in one table: filter on the left, select people, and change all of them with one draft.",
    page: "people",
    anchor: "as-a-table",
  },
  {
    path: "/people",
    text: "One person at a time: why they are here, what they can do, by which path, and whether the tenants agree.",
    page: "people",
  },
  {
    path: "/onboard",
    text: "Onboard a person: engagement, groups, accounts, seats and roles in one draft, checked while you type.",
    page: "onboard",
  },
  {
    path: "/import",
    text: "Import people, groups, memberships or roles from a table. Each row is checked before anything changes.",
    page: "import",
  },
  {
    path: "/groups",
    text: "Who is in a group and where they come from, what the group gives, and who owns it.",
    page: "groups",
  },
  {
    path: "/roles/conflicts",
    text: "Combinations that no one person may hold, who holds them, and how each conflict can be resolved.",
    page: "roles",
    anchor: "conflict-rules",
  },
  {
    path: "/roles",
    text: "What a role consists of, who has it where, and what a change to it would do.",
    page: "roles",
  },
  {
    path: "/tenants",
    text: "What each tenant holds compared with what it should hold, how recent that is, and what the tenant supports.",
    page: "tenants",
  },
  {
    path: "/changes",
    text: "Drafts to review and apply, jobs that are writing to tenants, and applied changes that can be reverted.",
    page: "changes",
  },
  {
    path: "/log",
    text: "Who changed what, when and why. Each entry is chained to the one before, so tampering is detected.",
    page: "log",
  },
  {
    path: "/reports",
    text: "Figures for today or any past day. Each export has a cover sheet with a checksum and is recorded in the log.",
    page: "reports",
  },
  {
    path: "/help",
    text: "Why somebody cannot sign in or do something. Nothing on this page grants access.",
    page: "help",
  },
  {
    path: "/settings",
    text: "Settings for the whole organisation: units, time zone, and how copies of roles are named.",
    page: "setup",
    anchor: "units",
  },
  { path: "/setup", text: "What Wexa needs before it can be used, step by step.", page: "setup" },
  {
    path: "/directories",
    text: "Where identities come from, and entries that could not be matched to a person.",
    page: "directories",
  },
  {
    path: "/inbound",
    text: "Which changes from directories and programs are applied automatically, and which wait for approval.",
    page: "inbound",
  },
  { path: "/programs", text: "Programs that send people here over SCIM, and their keys.", page: "inbound" },
  {
    path: "/messages",
    text: "Messages to people about their accounts, and those that could not be sent.",
    page: "messages",
  },
  {
    path: "/administrators",
    text: "Who works with Wexa, what each of them may do, and within which scope.",
    page: "administrators",
  },
  { path: "/security-log", text: "Sign-ins, refused attempts, and changes to rights.", page: "security" },
  { path: "/sign-in", text: "Your password, second factor and sessions.", page: "administrators" },
];

const OFFBOARD: About = {
  text: "Everything that somebody who leaves holds, what becomes of it and when, and the evidence that it is gone.",
  page: "people",
  anchor: "offboarding",
};

const MOVE: About = {
  text: "What somebody who changes jobs leaves behind, keeps and gets, from the peers of both jobs.",
  page: "people",
  anchor: "moving-to-another-job",
};

const RETURN: About = {
  text: "Somebody who left comes back: what ends, what the new job brings, and what they held before.",
  page: "people",
  anchor: "coming-back",
};

const RENAME: About = {
  text: "A new name: handle, address and the user names in all tenants, in one draft.",
  page: "people",
  anchor: "change-of-name",
};

const SIGN_IN: About = {
  text: "Where this person can still sign in, and one button that closes all of it now.",
  page: "people",
  anchor: "closing-sign-in-at-once",
};

const DESK: About = { text: "What needs attention today, each with its next step.", page: "desk" };

/** What the page at an address is about; nothing for the manual itself. */
export function aboutPage(path: string): About | undefined {
  if (path === "/") {
    return DESK;
  }
  if (/^\/people\/[^/]+\/offboard$/.test(path)) {
    return OFFBOARD;
  }
  if (/^\/people\/[^/]+\/move$/.test(path)) {
    return MOVE;
  }
  if (/^\/people\/[^/]+\/return$/.test(path)) {
    return RETURN;
  }
  if (/^\/people\/[^/]+\/rename$/.test(path)) {
    return RENAME;
  }
  if (/^\/people\/[^/]+\/sign-in$/.test(path)) {
    return SIGN_IN;
  }
  return PAGES.find((one) => path === one.path || path.startsWith(`${one.path}/`));
}
