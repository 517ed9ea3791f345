import {
  createRootRoute,
  createRoute,
  createRouter,
  lazyRouteComponent,
  redirect,
  retainSearchParams,
} from "@tanstack/react-router";
import { accessQuery, peopleQuery, personQuery, queryClient, type LogWanted } from "./api/queries";
import type { Narrowed } from "./api/reportQueries";
import { DeskPage } from "./desk/DeskPage";
import { Frame } from "./frame/Frame";
import { MANNERS, type Manner } from "./people/absence";
import { PARTS, readSort, type TableSearch } from "./people/table";
import { Empty } from "./ui/states";
import { readListSearch } from "./ui/workList";

interface RootSearch {
  draft?: string | undefined;
}

function textOf(value: unknown): string | undefined {
  return typeof value === "string" && value !== "" ? value : undefined;
}

const root = createRootRoute({
  component: Frame,
  validateSearch: (search: Record<string, unknown>): RootSearch => ({ draft: textOf(search.draft) }),
  search: { middlewares: [retainSearchParams(["draft"])] },
  notFoundComponent: () => <Empty title="There is nothing at this address." />,
});

const at = <Path extends string>(path: Path) => ({ getParentRoute: () => root, path });

const personPage = () => import("./people/PersonPage");

const desk = createRoute({ ...at("/"), component: DeskPage });

/** Asks for a person's page and today's access while the page's own code is still on its way. */
function askForPerson(id: string): void {
  void queryClient.prefetchQuery(personQuery(id));
  void queryClient.prefetchQuery(accessQuery(id));
}

const people = createRoute({
  ...at("/people"),
  validateSearch: (search: Record<string, unknown>): { q?: string | undefined } => ({ q: textOf(search.q) }),
  loaderDeps: ({ search }) => ({ q: search.q ?? "" }),
  // nothing waits for it: the list and the first person on it are asked for beside the code that draws them
  loader: ({ deps, location }) => {
    if (location.pathname === "/people") {
      void personPage();
      void queryClient
        .ensureQueryData(peopleQuery(deps.q))
        .then((list) => list.people[0] !== undefined && askForPerson(list.people[0].id))
        .catch(() => undefined);
    }
  },
  component: lazyRouteComponent(() => import("./people/PeoplePage"), "PeoplePage"),
});

const person = createRoute({
  getParentRoute: () => people,
  path: "$id",
  loader: ({ params }) => askForPerson(params.id),
  component: lazyRouteComponent(personPage, "PersonPage"),
});

const peopleTable = createRoute({
  ...at("/people/table"),
  validateSearch: (search: Record<string, unknown>): TableSearch => ({
    ...Object.fromEntries(PARTS.map((part) => [part, textsOf(search[part])])),
    field: textsOf(search.field),
    q: textOf(search.q),
    sort: readSort(search.sort),
    desc: search.desc === true ? true : undefined,
    cols: textsOf(search.cols),
  }),
  component: lazyRouteComponent(() => import("./people/TablePage"), "TablePage"),
});

const absence = createRoute({
  ...at("/people/$id/absence"),
  validateSearch: (search: Record<string, unknown>): { absence?: string | undefined; as?: Manner | undefined } => ({
    absence: textOf(search.absence),
    as: MANNERS.find((one) => one.manner === search.as)?.manner,
  }),
  component: lazyRouteComponent(() => import("./people/AbsencePage"), "AbsencePage"),
});

const signIn = createRoute({
  ...at("/people/$id/sign-in"),
  component: lazyRouteComponent(() => import("./leaving/SignInPage"), "SignInPage"),
});

const move = createRoute({
  ...at("/people/$id/move"),
  component: lazyRouteComponent(() => import("./moving/MovePage"), "MovePage"),
});

const rename = createRoute({
  ...at("/people/$id/rename"),
  component: lazyRouteComponent(() => import("./renaming/RenamePage"), "RenamePage"),
});

const comeBack = createRoute({
  ...at("/people/$id/return"),
  component: lazyRouteComponent(() => import("./moving/ReturnPage"), "ReturnPage"),
});

const offboard = createRoute({
  ...at("/people/$id/offboard"),
  validateSearch: (search: Record<string, unknown>): { ending?: string | undefined } => ({
    ending: textOf(search.ending),
  }),
  component: lazyRouteComponent(() => import("./leaving/OffboardPage"), "OffboardPage"),
});

const onboard = createRoute({
  ...at("/onboard"),
  validateSearch: (search: Record<string, unknown>): { entry?: string | undefined; person?: string | undefined } => ({
    entry: textOf(search.entry),
    person: textOf(search.person),
  }),
  component: lazyRouteComponent(() => import("./onboard/OnboardPage"), "OnboardPage"),
});

const imports = createRoute({
  ...at("/import"),
  component: lazyRouteComponent(() => import("./imports/ImportsPage"), "ImportsPage"),
});

const table = createRoute({
  ...at("/import/$id"),
  component: lazyRouteComponent(() => import("./imports/ImportPage"), "ImportPage"),
});

const settingsLayout = createRoute({
  getParentRoute: () => root,
  id: "settings-layout",
  component: lazyRouteComponent(() => import("./settings/SettingsLayout"), "SettingsLayout"),
});

const inSettings = <Path extends string>(path: Path) => ({ getParentRoute: () => settingsLayout, path });

const organisation = createRoute({
  ...inSettings("/settings"),
  component: lazyRouteComponent(() => import("./settings/OrganisationPage"), "OrganisationPage"),
});

const programs = createRoute({
  ...inSettings("/programs"),
  component: lazyRouteComponent(() => import("./inbound/ProgramsPage"), "ProgramsPage"),
});

const helpDesk = createRoute({
  ...at("/help"),
  component: lazyRouteComponent(() => import("./help/HelpPage"), "HelpPage"),
});

const helpPerson = createRoute({
  getParentRoute: () => helpDesk,
  path: "$id",
  component: lazyRouteComponent(() => import("./help/HelpPerson"), "HelpPerson"),
});

const administrators = createRoute({
  ...inSettings("/administrators"),
  component: lazyRouteComponent(() => import("./administrators/AdministratorsPage"), "AdministratorsPage"),
});

const own = createRoute({
  ...at("/sign-in"),
  component: lazyRouteComponent(() => import("./session/OwnPage"), "OwnPage"),
});

const securityLog = createRoute({
  ...inSettings("/security-log"),
  validateSearch: (search: Record<string, unknown>): { login?: string | undefined; kind?: string | undefined } => ({
    login: textOf(search.login),
    kind: textOf(search.kind),
  }),
  component: lazyRouteComponent(() => import("./securitylog/SecurityLogPage"), "SecurityLogPage"),
});

const inbound = createRoute({
  ...inSettings("/inbound"),
  component: lazyRouteComponent(() => import("./inbound/InboundPage"), "InboundPage"),
});

const directories = createRoute({
  ...inSettings("/directories"),
  component: lazyRouteComponent(() => import("./directories/DirectoriesPage"), "DirectoriesPage"),
});

const secrets = createRoute({
  ...inSettings("/secrets"),
  component: lazyRouteComponent(() => import("./secrets/SecretsPage"), "SecretsPage"),
});

const messages = createRoute({
  ...inSettings("/messages"),
  validateSearch: (search: Record<string, unknown>): { look?: string | undefined; id?: string | undefined } => ({
    look: textOf(search.look),
    id: textOf(search.id),
  }),
  component: lazyRouteComponent(() => import("./messages/MessagesPage"), "MessagesPage"),
});

const messagesTable = createRoute({
  ...inSettings("/messages/table"),
  validateSearch: readListSearch,
  component: lazyRouteComponent(() => import("./messages/MessagesTable"), "MessagesTable"),
});

const templates = createRoute({
  ...inSettings("/messages/templates"),
  component: lazyRouteComponent(() => import("./messages/TemplatesPage"), "TemplatesPage"),
});

const groups = createRoute({
  ...at("/groups"),
  component: lazyRouteComponent(() => import("./groups/GroupsPage"), "GroupsPage"),
});

const newGroup = createRoute({
  getParentRoute: () => groups,
  path: "new",
  component: lazyRouteComponent(() => import("./groups/NewGroupPage"), "NewGroupPage"),
});

const groupsTable = createRoute({
  ...at("/groups/table"),
  validateSearch: readListSearch,
  component: lazyRouteComponent(() => import("./groups/GroupsTable"), "GroupsTable"),
});

const rolesTable = createRoute({
  ...at("/roles/table"),
  validateSearch: readListSearch,
  component: lazyRouteComponent(() => import("./roles/RolesTable"), "RolesTable"),
});

const group = createRoute({
  getParentRoute: () => groups,
  path: "$id",
  component: lazyRouteComponent(() => import("./groups/GroupPage"), "GroupPage"),
});

const roles = createRoute({
  ...at("/roles"),
  component: lazyRouteComponent(() => import("./roles/RolesPage"), "RolesPage"),
});

const role = createRoute({
  getParentRoute: () => roles,
  path: "$id",
  component: lazyRouteComponent(() => import("./roles/RolePage"), "RolePage"),
});

function textsOf(value: unknown): string[] | undefined {
  const texts = Array.isArray(value) ? value.filter((one): one is string => typeof one === "string") : [];
  return texts.length === 0 ? undefined : texts;
}

const newRole = createRoute({
  getParentRoute: () => roles,
  path: "new",
  validateSearch: (
    search: Record<string, unknown>,
  ): { sets?: string[] | undefined; exclusions?: string[] | undefined; who?: string | undefined } => ({
    sets: textsOf(search.sets),
    exclusions: textsOf(search.exclusions),
    who: textOf(search.who),
  }),
  component: lazyRouteComponent(() => import("./roles/NewRolePage"), "NewRolePage"),
});

const work = createRoute({
  ...at("/roles/work"),
  validateSearch: (search: Record<string, unknown>): { need?: string[] | undefined; who?: string | undefined } => ({
    need: textsOf(search.need),
    who: textOf(search.who),
  }),
  component: lazyRouteComponent(() => import("./roles/WorkPage"), "WorkPage"),
});

const compare = createRoute({
  ...at("/roles/compare"),
  validateSearch: (search: Record<string, unknown>): { of?: string[] | undefined } => ({ of: textsOf(search.of) }),
  component: lazyRouteComponent(() => import("./roles/ComparePage"), "ComparePage"),
});

const give = createRoute({
  ...at("/roles/give"),
  validateSearch: (search: Record<string, unknown>): { role?: string | undefined; to?: string[] | undefined } => ({
    role: textOf(search.role),
    to: textsOf(search.to),
  }),
  component: lazyRouteComponent(() => import("./roles/GivePage"), "GivePage"),
});

const compose = createRoute({
  ...at("/roles/$id/compose"),
  component: lazyRouteComponent(() => import("./roles/ComposePage"), "ComposePage"),
});

const permissions = createRoute({
  getParentRoute: () => roles,
  path: "permissions",
  component: lazyRouteComponent(() => import("./roles/PermissionsPage"), "PermissionsPage"),
});

const sets = createRoute({
  getParentRoute: () => roles,
  path: "sets",
  component: lazyRouteComponent(() => import("./roles/SetsPage"), "SetsPage"),
});

const tighten = createRoute({
  getParentRoute: () => roles,
  path: "tighten",
  component: lazyRouteComponent(() => import("./roles/TightenPage"), "TightenPage"),
});

const copy = createRoute({
  ...at("/roles/$id/copy"),
  component: lazyRouteComponent(() => import("./roles/CopyPage"), "CopyPage"),
});

const lineage = createRoute({
  ...at("/roles/$id/lineage"),
  component: lazyRouteComponent(() => import("./roles/LineagePage"), "LineagePage"),
});

const conflicts = createRoute({
  getParentRoute: () => roles,
  path: "conflicts",
  component: lazyRouteComponent(() => import("./roles/ConflictsPage"), "ConflictsPage"),
});

const tenants = createRoute({
  ...at("/tenants"),
  component: lazyRouteComponent(() => import("./tenants/TenantsPage"), "TenantsPage"),
});

const tenant = createRoute({
  ...at("/tenants/$id"),
  component: lazyRouteComponent(() => import("./tenants/TenantPage"), "TenantPage"),
});

const connect = createRoute({
  ...at("/tenants/connect"),
  component: lazyRouteComponent(() => import("./tenants/ConnectPage"), "ConnectPage"),
});
const manualTenant = createRoute({
  ...at("/tenants/manual"),
  component: lazyRouteComponent(() => import("./tenants/ManualPage"), "ManualPage"),
});

const match = createRoute({
  ...at("/tenants/$id/match"),
  component: lazyRouteComponent(() => import("./tenants/MatchPage"), "MatchPage"),
});

const setup = createRoute({
  ...inSettings("/setup"),
  component: lazyRouteComponent(() => import("./setup/SetupPage"), "SetupPage"),
});

const reports = createRoute({
  ...at("/reports"),
  beforeLoad: () => {
    throw redirect({ to: "/reports/$kind", params: { kind: "people" } });
  },
});

const report = createRoute({
  ...at("/reports/$kind"),
  validateSearch: (search: Record<string, unknown>): Narrowed => ({
    day: textOf(search.day),
    unit: textOf(search.unit),
    tenant: textOf(search.tenant),
  }),
  component: lazyRouteComponent(() => import("./reports/ReportsPage"), "ReportsPage"),
});

const manual = createRoute({
  ...at("/manual/$page"),
  component: lazyRouteComponent(() => import("./manual/ManualPage"), "ManualPage"),
});

const changes = createRoute({
  ...at("/changes"),
  component: lazyRouteComponent(() => import("./changes/ChangesPage"), "ChangesPage"),
});

const review = createRoute({
  ...at("/changes/drafts/$id"),
  validateSearch: (search: Record<string, unknown>): { later?: string | undefined } => ({
    later: textOf(search.later),
  }),
  component: lazyRouteComponent(() => import("./changes/ReviewPage"), "ReviewPage"),
});

const job = createRoute({
  ...at("/changes/jobs/$id"),
  component: lazyRouteComponent(() => import("./changes/JobPage"), "JobPage"),
});

const jobsTable = createRoute({
  ...at("/changes/jobs"),
  validateSearch: readListSearch,
  component: lazyRouteComponent(() => import("./changes/JobsTable"), "JobsTable"),
});

const accountsTable = createRoute({
  ...at("/tenants/$id/accounts"),
  validateSearch: readListSearch,
  component: lazyRouteComponent(() => import("./tenants/AccountsTable"), "AccountsTable"),
});

const changeset = createRoute({
  ...at("/changes/versions/$version"),
  component: lazyRouteComponent(() => import("./changes/ChangesetPage"), "ChangesetPage"),
});

const log = createRoute({
  ...at("/log"),
  validateSearch: (search: Record<string, unknown>): LogWanted & { cols?: string[] | undefined } => ({
    q: textOf(search.q),
    by: textOf(search.by),
    from: textOf(search.from),
    until: textOf(search.until),
    cols: textsOf(search.cols),
  }),
  component: lazyRouteComponent(() => import("./log/LogPage"), "LogPage"),
});

export const router = createRouter({
  routeTree: root.addChildren([
    desk,
    people.addChildren([person]),
    absence,
    offboard,
    move,
    rename,
    comeBack,
    signIn,
    peopleTable,
    onboard,
    imports,
    table,
    helpDesk.addChildren([helpPerson]),
    settingsLayout.addChildren([
      secrets,
      organisation,
      setup,
      directories,
      inbound,
      programs,
      messages,
      messagesTable,
      templates,
      administrators,
      securityLog,
    ]),
    own,
    groupsTable,
    rolesTable,
    groups.addChildren([newGroup, group]),
    roles.addChildren([conflicts, permissions, sets, tighten, newRole, role]),
    compose,
    lineage,
    copy,
    work,
    give,
    compare,
    tenants,
    manualTenant,
    tenant,
    connect,
    match,
    accountsTable,
    reports,
    report,
    manual,
    changes,
    review,
    jobsTable,
    job,
    changeset,
    log,
  ]),
  defaultPreload: "intent",
});

declare module "@tanstack/react-router" {
  interface Register {
    router: typeof router;
  }
}
