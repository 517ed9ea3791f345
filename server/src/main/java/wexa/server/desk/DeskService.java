package wexa.server.desk;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import wexa.core.access.AccessIndex;
import wexa.core.model.Assignment;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.directory.Directories;
import wexa.server.directory.DirectoryPairs;
import wexa.server.directory.Found;
import wexa.server.inbound.Services;
import wexa.server.jobs.JobService;
import wexa.server.jobs.StepView;
import wexa.server.messages.OpenMessages;
import wexa.server.people.PushedMoves;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.roles.ConflictViews;
import wexa.server.roles.RoleViews;
import wexa.server.secrets.SharedSecrets;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Settings;

/** Gathers the Desk. Everything on it is computed from the model, the readings and the jobs as they are now. */
@UseCases
public class DeskService {
    private static final Duration SOON = Duration.ofDays(8);
    /** What goes beyond is counted. */
    private static final int MOST_OF_A_KIND = 50;

    private static final int NEWCOMERS = 20;
    private static final int HANGING = 20;

    private final SnapshotStore snapshots;
    private final Directories directories;
    private final JobService jobs;
    private final TenantItems tenants;
    private final WaitingItems waiting;
    private final DirectoryPairs pairs;
    private final OpenMessages messages;
    private final Invitations invitations;
    private final DeskArrangement arrangement;
    private final OverdueLeavers overdue;
    private final StillOpen stillOpen;
    private final SharedSecrets secrets;
    private final PushedMoves moves;
    private final Services services;
    private final Clock machineClock;
    private final BusinessClock clock;
    private final Settings settings;

    DeskService(
            SnapshotStore snapshots,
            Directories directories,
            JobService jobs,
            TenantItems tenants,
            WaitingItems waiting,
            DirectoryPairs pairs,
            OpenMessages messages,
            Invitations invitations,
            DeskArrangement arrangement,
            OverdueLeavers overdue,
            StillOpen stillOpen,
            SharedSecrets secrets,
            PushedMoves moves,
            Services services,
            Clock machineClock,
            BusinessClock clock,
            Settings settings) {
        this.invitations = invitations;
        this.arrangement = arrangement;
        this.overdue = overdue;
        this.stillOpen = stillOpen;
        this.secrets = secrets;
        this.moves = moves;
        this.services = services;
        this.machineClock = machineClock;
        this.settings = settings;
        this.waiting = waiting;
        this.pairs = pairs;
        this.messages = messages;
        this.snapshots = snapshots;
        this.directories = directories;
        this.jobs = jobs;
        this.tenants = tenants;
        this.clock = clock;
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public DeskView get(Actor actor) {
        Snapshot snapshot = snapshots.current();
        Instant now = clock.now();
        List<DeskView.Item> items = new ArrayList<>();
        waiting.add(actor, items);
        stillOpen.add(snapshot, now, items);
        stillOpen.addShutOut(snapshot.model(), items);
        addSecrets(snapshot.model(), now, items);
        addMessages(items);
        addNewcomers(items, now);
        addHanging(actor, items);
        invitations.add(snapshot.model(), now, items);
        addOverdue(snapshot, now, items);
        addMoves(snapshot, now, items);
        ComingItems.addPeople(snapshot.model(), now, items);
        tenants.add(snapshot, now, items);
        ComingItems.addEnding(snapshot.model(), now, items);
        // keys expire by the machine's clock, whatever the day here is
        ComingItems.addKeys(services.keys(), machineClock.instant(), items);
        ComingItems.addScheduled(snapshot.model(), now, items);
        addInert(snapshot.model(), now, items);
        addConflicts(snapshot, now, items);
        addPairs(items);
        addUnmapped(snapshot.model(), snapshot.index(), now, items);
        LocalDate today = LocalDate.ofInstant(now, settings.zone());
        Map<Boolean, List<DeskView.DeskLine>> byQuiet =
                arrangement.arranged(actor, items, snapshot.model(), now, today).stream()
                        .collect(Collectors.partitioningBy(line -> line.quiet() != null));
        List<DeskView.DeskLine> lines = byQuiet.getOrDefault(false, List.of());
        int open = (int)
                lines.stream().filter(line -> !line.kind().equals("SCHEDULED")).count();
        Map<String, Integer> counts = new LinkedHashMap<>();
        List<DeskView.DeskLine> listed = new ArrayList<>();
        for (DeskView.DeskLine item : lines) {
            if (counts.merge(item.kind(), 1, Integer::sum) <= MOST_OF_A_KIND) {
                listed.add(item);
            }
        }
        List<DeskView.More> more = counts.entrySet().stream()
                .filter(count -> count.getValue() > MOST_OF_A_KIND)
                .map(count -> new DeskView.More(count.getKey(), count.getValue() - MOST_OF_A_KIND))
                .toList();
        return new DeskView(listed, more, open, byQuiet.getOrDefault(true, List.of()), arrangement.order(actor));
    }

    /** People and entries that look like one, and people whose entry is gone. */
    private void addPairs(List<DeskView.Item> items) {
        for (DirectoryPairs.ToSettle one : pairs.toSettle()) {
            int all = one.all();
            List<String> parts = new ArrayList<>();
            if (one.colliding() > 0) {
                parts.add(one.colliding() + (one.colliding() == 1 ? " entry looks" : " entries look")
                        + " like somebody here");
            }
            if (one.vanished() > 0) {
                parts.add(
                        one.vanished() + (one.vanished() == 1 ? " person's entry" : " people's entries") + " vanished");
            }
            if (one.vanishedGroups() > 0) {
                parts.add(one.vanishedGroups() + (one.vanishedGroups() == 1 ? " group" : " groups") + " vanished");
            }
            items.add(new DeskView.Item(
                    "PAIRS",
                    one.name() + ": " + all + " to review",
                    String.join("; ", parts),
                    "Compare",
                    one.name(),
                    null,
                    null,
                    null));
        }
    }

    /** Messages that could not be sent, and those that somebody has to send. */
    /** Job changes that were brought, after which nobody looked at what the person holds. */
    private void addMoves(Snapshot snapshot, Instant now, List<DeskView.Item> items) {
        for (PushedMoves.Pushed one : moves.all(snapshot, now)) {
            items.add(new DeskView.Item(
                    "MOVED",
                    one.person().name() + " is now " + one.engagement().job(),
                    "Was " + one.former().job() + ". Their access still matches the former job",
                    "See the move",
                    one.person().id().toString(),
                    one.at(),
                    null,
                    null));
        }
    }

    /** Secrets that somebody knows who is out. */
    private void addSecrets(Model model, Instant now, List<DeskView.Item> items) {
        secrets.all(model, now).stream()
                .filter(SharedSecrets.Shared::hasToBeChanged)
                .forEach(one -> items.add(new DeskView.Item(
                        "SECRET",
                        "Change “" + one.name() + "”",
                        String.join(
                                        ", ",
                                        one.out().stream()
                                                .flatMap(person -> model.people().find(person).stream())
                                                .map(Person::name)
                                                .toList())
                                + (one.out().size() == 1
                                        ? " knows it and is no longer here"
                                        : " know it and are no longer here"),
                        "See it",
                        one.id().toString(),
                        null,
                        one.tenant().map(Id::value).orElse(null),
                        one.tenant()
                                .flatMap(model.tenants()::find)
                                .map(Tenant::colour)
                                .orElse(null))));
    }

    private void addMessages(List<DeskView.Item> items) {
        addMessages(items, messages.failed(), "could not be sent", "Somebody does not know how to sign in", "FAILED");
        addMessages(items, messages.ready(), "to send", "The accounts exist; the messages wait to be sent", "READY");
    }

    private static void addMessages(List<DeskView.Item> items, int count, String what, String text, String look) {
        if (count > 0) {
            String title = count + (count == 1 ? " message " : " messages ") + what;
            items.add(new DeskView.Item("MESSAGES", title, text, "See them", look, null, null, null));
        }
    }

    /** People in a directory whom nobody has engaged: those of the last days first. */
    private void addNewcomers(List<DeskView.Item> items, Instant now) {
        for (Found entry : directories.newcomers(NEWCOMERS)) {
            boolean recent = entry.like() == null
                    && entry.created() != null
                    && entry.created().isAfter(now.minus(SOON));
            if (recent) {
                String job = entry.title() == null ? "" : entry.title() + ". ";
                items.add(new DeskView.Item(
                        "NEWCOMER",
                        entry.givenName() + " " + entry.familyName(),
                        job + "In the directory, and has nothing yet",
                        "Onboard",
                        entry.userId().isEmpty() ? entry.familyName() : entry.userId(),
                        entry.created(),
                        null,
                        null));
            }
        }
    }

    private void addHanging(Actor actor, List<DeskView.Item> items) {
        for (Map.Entry<UUID, List<StepView>> hanging :
                jobs.hanging(actor, HANGING).entrySet()) {
            StepView first = hanging.getValue().get(0);
            boolean waits = !first.state().equals("REFUSED") && !first.state().equals("DIFFERS");
            items.add(new DeskView.Item(
                    waits ? "STEP_WAITING" : "STEP_REFUSED",
                    first.tenant() + happened(first.state()),
                    first.text() + ": " + first.detail(),
                    "See the job",
                    hanging.getKey().toString(),
                    null,
                    first.tenantId(),
                    first.colour()));
        }
    }

    private static String happened(String state) {
        return switch (state) {
            case "REFUSED" -> " refused a step";
            case "DIFFERS" -> " shows something else than was sent";
            default -> " keeps a step waiting";
        };
    }

    private void addOverdue(Snapshot snapshot, Instant now, List<DeskView.Item> items) {
        for (OverdueLeavers.Overdue one : overdue.of(snapshot, now)) {
            items.add(new DeskView.Item(
                    "OVERDUE",
                    one.person().name(),
                    "Left, and still has " + one.accounts()
                            + (one.accounts() == 1 ? " open account" : " open accounts"),
                    "Offboard",
                    one.person().id().toString(),
                    one.left(),
                    null,
                    null));
        }
    }

    private static void addInert(Model model, Instant now, List<DeskView.Item> items) {
        for (Tenant tenant : model.tenants().stream().toList()) {
            if (model.appOf(tenant).needsArea()) {
                for (Assignment assignment : model.table(Kind.ASSIGNMENT).by(Assignment.WITHOUT_AREA, tenant.id())) {
                    addInert(assignment, tenant, model, now, items);
                }
            }
        }
    }

    private static void addInert(
            Assignment assignment, Tenant tenant, Model model, Instant now, List<DeskView.Item> items) {
        boolean isOver = assignment
                .effective(model)
                .filter(window -> !window.endsBy(now))
                .isEmpty();
        if (!isOver && assignment.subject() instanceof Subject.OfPerson one) {
            items.add(new DeskView.Item(
                    "INERT",
                    model.people().get(one.person()).name(),
                    model.roles().get(assignment.role()).name() + " in " + model.title(tenant)
                            + " has no effect without an area",
                    "Open",
                    one.person().toString(),
                    null,
                    tenant.id().value(),
                    tenant.colour()));
        }
    }

    /** People in whom meets what a rule keeps apart. */
    private static void addConflicts(Snapshot snapshot, Instant now, List<DeskView.Item> items) {
        for (RoleViews.ConflictView rule : new ConflictViews(snapshot, now).all()) {
            for (RoleViews.Met met : rule.met()) {
                if (met.exception() != null) {
                    continue;
                }
                items.add(new DeskView.Item(
                        "CONFLICT",
                        met.name(),
                        rule.name() + ", in " + met.where(),
                        "Open",
                        met.person().toString(),
                        null,
                        null,
                        null));
            }
        }
    }

    private static void addUnmapped(Model model, AccessIndex index, Instant now, List<DeskView.Item> items) {
        for (Group group : model.groups().stream().toList()) {
            boolean leadsNowhere = group.kind() == GroupKind.DIRECTORY
                    && model.table(Kind.MAPPING)
                            .by(Mapping.BY_GROUP, group.id())
                            .isEmpty()
                    && model.table(Kind.ASSIGNMENT)
                            .by(Assignment.BY_SUBJECT, new Subject.OfGroup(group.id()))
                            .isEmpty();
            int people = leadsNowhere ? index.membersOf(group.id(), now).size() : 0;
            if (people > 0) {
                items.add(new DeskView.Item(
                        "UNMAPPED",
                        group.name(),
                        "Directory group of " + people + (people == 1 ? " person" : " people")
                                + " that grants no access",
                        "Open",
                        group.id().toString(),
                        null,
                        null,
                        null));
            }
        }
    }
}
