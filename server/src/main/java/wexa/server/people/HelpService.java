package wexa.server.people;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.access.Usability;
import wexa.core.change.Days;
import wexa.core.model.Account;
import wexa.core.model.App;
import wexa.core.model.Area;
import wexa.core.model.Assignment;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Mail;
import wexa.core.value.Phone;
import wexa.core.value.Window;
import wexa.server.messages.SignInLinks;
import wexa.server.people.HelpView.Finding;
import wexa.server.people.HelpView.Help;
import wexa.server.people.HelpView.Severity;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Settings;

/**
 * Finds why somebody cannot sign in or cannot work: at home, in each tenant, and in the messages that told them how. It only
 * looks; what can be done about it grants nothing.
 */
@UseCases
public class HelpService {
    /** A reading that is older proves little. */
    private static final Duration OLD = Duration.ofHours(12);

    private final SnapshotStore snapshots;
    private final PersonRows rows;
    private final PersonAccounts accounts;
    private final SignInLinks links;
    private final BusinessClock clock;
    private final ZoneId zone;

    HelpService(
            SnapshotStore snapshots,
            PersonRows rows,
            PersonAccounts accounts,
            SignInLinks links,
            BusinessClock clock,
            Settings settings) {
        this.snapshots = snapshots;
        this.rows = rows;
        this.accounts = accounts;
        this.links = links;
        this.clock = clock;
        this.zone = settings.zone();
    }

    /** Everything that may stand in the person's way, what stops them first. Of tenants that are not seen nothing is told. */
    @Requires(value = Act.LOOK, over = Over.SEEN_PERSON)
    public HelpView of(Actor actor, UUID id) {
        Snapshot snapshot = snapshots.current();
        Model model = snapshot.model();
        Instant now = clock.now();
        Person person = model.people().find(Id.of(id)).orElseThrow(() -> Problem.notFound("person", id));
        List<PersonPage.AccountView> seen = accounts.of(snapshot, person, actor.sight(), now, new HashMap<>());
        // messages name every tenant that they are about
        List<SignInLinks.SignInMessage> told = actor.sight().isEverywhere() ? links.about(person.id()) : List.of();
        List<Finding> findings = new ArrayList<>();
        Standing.finding(model, person, now, zone).ifPresent(findings::add);
        if (person.mail().isEmpty()) {
            findings.add(everywhere(
                    Severity.MAY,
                    "NO_MAIL",
                    "No e-mail address",
                    "Sign-in instructions have nowhere to go.",
                    Help.ASK,
                    null));
        }
        for (PersonPage.AccountView account : seen) {
            addAccount(snapshot, person, account, now, findings);
        }
        if (seen.isEmpty()) {
            findings.add(everywhere(
                    Severity.STOPS,
                    "NO_ACCOUNT",
                    "No account",
                    actor.sight().isEverywhere()
                            ? "There is no account in any tenant."
                            : "There is no account in any tenant that you see.",
                    Help.ASK,
                    null));
        }
        addMessages(told, findings);
        addRoles(actor, model, person, now, findings);
        findings.sort(Comparator.comparing(Finding::severity));
        return new HelpView(
                rows.row(model, person, now),
                person.mail().map(Mail::text).orElse(null),
                person.phone().map(Phone::text).orElse(null),
                findings,
                seen,
                told);
    }

    private void addAccount(
            Snapshot snapshot, Person person, PersonPage.AccountView account, Instant now, List<Finding> findings) {
        String tenant = account.app() + " " + account.tenant();
        if (account.state().equals(Account.State.CLOSED.name())) {
            findings.add(in(
                    account,
                    Severity.STOPS,
                    "CLOSED",
                    "The account in " + tenant + " is closed",
                    "It was closed here. Whoever prepares changes can open it again.",
                    Help.ASK));
        } else {
            addDifference(account, tenant, findings);
            addSeat(snapshot, person, account, tenant, now, findings);
        }
        switch (account.sent().state()) {
            case REFUSED ->
                findings.add(in(
                        account,
                        Severity.MAY,
                        "REFUSED",
                        tenant + " refused a change",
                        "It did not accept everything that was sent. The job shows its answer.",
                        Help.ASK));
            case OPEN ->
                findings.add(in(
                        account,
                        Severity.MAY,
                        "ON_ITS_WAY",
                        "A change is on its way to " + tenant,
                        "It may take a few minutes to take effect there.",
                        Help.READ));
            default -> {
                // nothing that stands in the way
            }
        }
        if (account.readAt() == null || account.readAt().isBefore(now.minus(OLD))) {
            findings.add(in(
                    account,
                    Severity.MAY,
                    "NOT_READ",
                    tenant + " was not read recently",
                    "It may have changed since. Read it again.",
                    Help.READ));
        }
        if (account.verified().wrong() > 0) {
            findings.add(in(
                    account,
                    Severity.MAY,
                    "ANSWERS_DIFFER",
                    tenant + " does not answer as expected",
                    "It denies what should work, or allows what should not: "
                            + account.verified().wrong()
                            + (account.verified().wrong() == 1 ? " answer." : " answers."),
                    Help.ASK));
        }
    }

    private static void addDifference(PersonPage.AccountView account, String tenant, List<Finding> findings) {
        if (account.difference().isEmpty()) {
            return;
        }
        PersonPage.InTenant there = account.inTenant();
        boolean isOut = there == PersonPage.InTenant.MISSING || there == PersonPage.InTenant.CLOSED;
        findings.add(in(
                account,
                isOut ? Severity.STOPS : Severity.MAY,
                there == PersonPage.InTenant.OTHER_USER_NAME ? "OTHER_USER_NAME" : "DIFFERS",
                isOut ? "Cannot sign in to " + tenant : tenant + " differs",
                "The account should be open as " + account.userName() + ": " + account.difference() + ".",
                Help.READ));
    }

    private static void addSeat(
            Snapshot snapshot,
            Person person,
            PersonPage.AccountView account,
            String tenant,
            Instant now,
            List<Finding> findings) {
        Model model = snapshot.model();
        Id<Tenant> id = Id.of(account.tenantId());
        App app = model.appOf(model.tenants().get(id));
        Usability usability = Usability.of(model, person.id(), id, now);
        long blocked = snapshot.index().of(person.id(), now).reaches().stream()
                .filter(reach -> reach.tenant().equals(id))
                .flatMap(reach -> reach.permissions().stream())
                .filter(permission -> usability.blocks(permission).contains(Usability.Block.SEAT_MISSING))
                .count();
        if (blocked > 0) {
            String held = usability
                    .seat()
                    .flatMap(seat -> app.seatKind(seat.kind()))
                    .map(kind -> "The seat is " + kind.name())
                    .orElse("There is no seat");
            findings.add(in(
                    account,
                    Severity.MAY,
                    "SEAT",
                    "The seat in " + tenant + " is not enough",
                    held + "; " + blocked + (blocked == 1 ? " thing needs" : " things need") + " another one.",
                    Help.ASK));
        }
    }

    /** Only the newest message counts: it has what the older ones had. */
    private void addMessages(List<SignInLinks.SignInMessage> told, List<Finding> findings) {
        told.stream().findFirst().ifPresent(newest -> {
            String id = newest.message().toString();
            if (newest.state().equals("FAILED")) {
                findings.add(everywhere(
                        Severity.STOPS,
                        "MESSAGE_FAILED",
                        "The message with sign-in instructions could not be sent",
                        newest.detail(),
                        Help.SEND,
                        id));
            } else if (newest.state().equals("DROPPED")) {
                findings.add(everywhere(
                        Severity.MAY,
                        "MESSAGE_DROPPED",
                        "The newest message was not sent",
                        "An administrator decided not to send it. Ask for a new one.",
                        Help.ASK,
                        null));
            } else if (!newest.state().equals("SENT")) {
                findings.add(everywhere(
                        Severity.STOPS,
                        "MESSAGE_WAITS",
                        "Has not been told how to sign in yet",
                        switch (newest.state()) {
                            case "WAITING" -> "The message is sent once the accounts are confirmed.";
                            case "READY" -> "The message is ready and has to be sent by an administrator.";
                            default -> "The message is being sent.";
                        },
                        Help.ASK,
                        null));
            } else if (newest.link() == SignInLinks.LinkState.EXPIRED && newest.expiresAt() != null) {
                findings.add(everywhere(
                        Severity.STOPS,
                        "LINK_EXPIRED",
                        "The link to set a password has expired",
                        "It was valid until " + Days.words(newest.expiresAt(), 0, zone)
                                + ", and was not used. Send a new one.",
                        Help.SEND,
                        id));
            } else if (newest.link() == SignInLinks.LinkState.GOOD && newest.expiresAt() != null) {
                findings.add(everywhere(
                        Severity.MAY,
                        "NO_PASSWORD",
                        "Has not set a password yet",
                        "The link in the message is valid until " + Days.words(newest.expiresAt(), 0, zone)
                                + ". If the message is lost, send it again.",
                        Help.SEND,
                        id));
            }
        });
    }

    private void addRoles(Actor actor, Model model, Person person, Instant now, List<Finding> findings) {
        for (Assignment assignment :
                model.table(Kind.ASSIGNMENT).by(Assignment.BY_SUBJECT, new Subject.OfPerson(person.id()))) {
            Tenant tenant = model.tenants().get(assignment.tenant());
            Optional<Window> window = assignment.effective(model).filter(one -> !one.endsBy(now));
            if (!actor.sight().covers(tenant.id()) || window.isEmpty()) {
                continue;
            }
            String role = model.roles().get(assignment.role()).name() + " in " + model.title(tenant)
                    + assignment
                            .area()
                            .flatMap(model.table(Kind.AREA)::find)
                            .map(Area::name)
                            .map(area -> ", " + area)
                            .orElse("");
            if (window.get().from().isAfter(now)) {
                findings.add(new Finding(
                        Severity.MAY,
                        "NOT_DUE",
                        role + " is not due yet",
                        "It begins on " + Days.words(window.get().from(), 0, zone) + ".",
                        Help.ASK,
                        null,
                        tenant.id().value(),
                        tenant.colour()));
            } else if (assignment.area().isEmpty() && model.appOf(tenant).needsArea()) {
                findings.add(new Finding(
                        Severity.MAY,
                        "NO_AREA",
                        role + " grants nothing",
                        "It has no area, and this application needs one.",
                        Help.ASK,
                        null,
                        tenant.id().value(),
                        tenant.colour()));
            }
        }
    }

    static Finding everywhere(
            Severity severity, String code, String title, String text, Help help, @Nullable String target) {
        return new Finding(severity, code, title, text, help, target, null, null);
    }

    private static Finding in(
            PersonPage.AccountView account, Severity severity, String code, String title, String text, Help help) {
        return new Finding(
                severity,
                code,
                title,
                text,
                help,
                help == Help.READ ? account.tenantId().toString() : null,
                account.tenantId(),
                account.colour());
    }
}
