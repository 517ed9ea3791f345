/** What a page is for, and where the manual tells more. */
export interface About {
  text: string;
  page: string;
  anchor?: string;
}

const PAGES: readonly (About & { path: string })[] = [
  {
    path: "/people/table",
    text: "Everybody as a table: filter at the left, select people, and act on all of them with one draft.",
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
    text: "Brings somebody in: engagement, groups, accounts, seats and roles in one draft, checked while you type.",
    page: "onboard",
  },
  {
    path: "/import",
    text: "Tables of people, groups, memberships or roles are tried row by row before anything happens.",
    page: "import",
  },
  {
    path: "/groups",
    text: "Who is in a group and where they come from, what the group gives, and who owns it.",
    page: "groups",
  },
  {
    path: "/roles/conflicts",
    text: "What must not meet in one person, who breaks it, and by which path it can end.",
    page: "roles",
    anchor: "conflict-rules",
  },
  {
    path: "/roles",
    text: "What a role is made of, who has it where, and what a change to it would do.",
    page: "roles",
  },
  {
    path: "/tenants",
    text: "What each tenant holds against what it should, how fresh that is, and what it can do.",
    page: "tenants",
  },
  {
    path: "/changes",
    text: "Drafts to review and apply, jobs on their way to the tenants, and everything that can be taken back.",
    page: "changes",
  },
  {
    path: "/log",
    text: "Who changed what, when and why. Each line is bound to the one before, so that a change to it shows.",
    page: "log",
  },
  {
    path: "/reports",
    text: "Figures for today or any past day; an export has a cover with its digest and stands in the log.",
    page: "reports",
  },
  { path: "/help", text: "Why somebody cannot sign in or do something. What helps here grants nothing.", page: "help" },
  {
    path: "/settings",
    text: "What is the same for everybody: units, time, and how copies of roles are named.",
    page: "setup",
    anchor: "units",
  },
  { path: "/setup", text: "What Wexa needs to be of use, in an order that works.", page: "setup" },
  {
    path: "/directories",
    text: "The sources of identities, and people and entries that do not go together.",
    page: "directories",
  },
  {
    path: "/inbound",
    text: "Which changes from directories and programs pass without anybody, and which wait.",
    page: "inbound",
  },
  { path: "/programs", text: "Programs that push people here by SCIM, and their keys.", page: "inbound" },
  {
    path: "/messages",
    text: "What people are told about their accounts, and what could not be sent.",
    page: "messages",
  },
  {
    path: "/administrators",
    text: "Who works here, what each may do, and within which scope.",
    page: "administrators",
  },
  { path: "/security-log", text: "Sign-ins, refused attempts, and changes to rights.", page: "security" },
  { path: "/sign-in", text: "Your password, second factor and sessions.", page: "administrators" },
];

const DESK: About = { text: "What needs attention today, each with its one next act.", page: "desk" };

/** What the page at an address is about; nothing for the manual itself. */
export function aboutPage(path: string): About | undefined {
  if (path === "/") {
    return DESK;
  }
  return PAGES.find((one) => path === one.path || path.startsWith(`${one.path}/`));
}
