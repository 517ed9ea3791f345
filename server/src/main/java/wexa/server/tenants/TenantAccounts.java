package wexa.server.tenants;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wexa.core.consistency.Difference;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.TenantObject;
import wexa.core.governance.Reached;
import wexa.core.lifecycle.MainEngagement;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Account;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Seat;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.problems.Problem;
import wexa.server.readings.Freshness;
import wexa.server.readings.Observations;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** The accounts in a tenant: those that are known here, and those that a reading found and nobody knows. */
@UseCases
public class TenantAccounts {
    /** What was read has an account that is not known here. */
    private static final String UNKNOWN = "UNKNOWN";

    private final SnapshotStore snapshots;
    private final Observations observations;
    private final Differences differences;
    private final BusinessClock clock;

    TenantAccounts(SnapshotStore snapshots, Observations observations, Differences differences, BusinessClock clock) {
        this.snapshots = snapshots;
        this.observations = observations;
        this.differences = differences;
        this.clock = clock;
    }

    /** @param total how many there are, of which the first are told */
    public record AccountsView(List<AccountLine> accounts, int total) {}

    /**
     * An account.
     *
     * @param id nothing for one that nobody knows
     * @param person nothing where it is nobody's, or where the asker does not see the person
     * @param kind PERSON, SERVICE, SHARED, EMERGENCY, or UNKNOWN
     * @param standing of the person: EXPECTED, HERE, PAUSED, LEFT, UNENGAGED; empty where it is nobody's
     * @param read how what was read stands to what should be there: SAME, MISSING, EXTRA, DIFFERS, NOT_READ
     */
    public record AccountLine(
            @Nullable UUID id,
            String userName,
            @Nullable UUID person,
            String name,
            String number,
            String kind,
            String standing,
            boolean isOpen,
            List<String> seats,
            String read) {}

    /** Those whose user name, person or staff number has the text in it, by user name. Costs the tenant's accounts. */
    @Requires(value = Act.LOOK, over = Over.SEEN_TENANT)
    AccountsView of(Actor actor, UUID id, String text, int limit) {
        Snapshot snapshot = snapshots.current();
        Model model = snapshot.model();
        Tenant tenant = model.tenants().find(Id.<Tenant>of(id)).orElseThrow(() -> Problem.notFound("tenant", id));
        Instant now = clock.now();
        boolean isRead = Optional.ofNullable(observations.freshness().get(tenant.id()))
                .flatMap(Freshness::doneAt)
                .isPresent();
        Map<ObjectKey, Difference.Kind> differing = new HashMap<>();
        if (isRead) {
            differences.all(snapshot, tenant).forEach(one -> differing.put(one.object(), one.kind()));
        }
        String wanted = text.strip().toLowerCase(Locale.ROOT);
        List<AccountLine> lines = new ArrayList<>();
        for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_TENANT, tenant.id())) {
            AccountLine line = line(account, model, actor, isRead, differing, now);
            if (isLike(line, wanted)) {
                lines.add(line);
            }
        }
        observations.strangers(tenant.id(), ObjectKey.Type.ACCOUNT).stream()
                .map(stranger -> stranger((TenantObject.AccountState) stranger.state()))
                .filter(line -> isLike(line, wanted))
                .forEach(lines::add);
        lines.sort(Comparator.comparing(AccountLine::userName, String.CASE_INSENSITIVE_ORDER));
        return new AccountsView(List.copyOf(lines.subList(0, Math.min(limit, lines.size()))), lines.size());
    }

    private static boolean isLike(AccountLine line, String wanted) {
        return wanted.isEmpty()
                || (line.userName() + " " + line.name() + " " + line.number())
                        .toLowerCase(Locale.ROOT)
                        .contains(wanted);
    }

    private static AccountLine line(
            Account account,
            Model model,
            Actor actor,
            boolean isRead,
            Map<ObjectKey, Difference.Kind> differing,
            Instant now) {
        Optional<Person> person = account.person()
                .map(model.people()::get)
                .filter(one -> Reached.isSeen(actor.sight(), model, one.id(), now));
        List<String> seats = model.table(Kind.SEAT).by(Seat.BY_ACCOUNT, account.id()).stream()
                .filter(seat -> seat.window().contains(now))
                .map(seat -> seatName(model, account, seat))
                .sorted()
                .toList();
        return new AccountLine(
                account.id().value(),
                account.userName(),
                person.map(one -> one.id().value()).orElse(null),
                person.map(Person::name)
                        .orElseGet(() -> account.person().isPresent()
                                ? "outside your scope"
                                : account.ownership()
                                        .map(one -> owned(one, model, actor, now))
                                        .orElse("")),
                person.flatMap(one -> MainEngagement.of(model, one.id(), now))
                        .flatMap(Engagement::staffNumber)
                        .orElse(""),
                account.kind().name(),
                person.map(one -> PersonStatus.of(model, one.id(), now).name()).orElse(""),
                account.isOpen(),
                seats,
                isRead
                        ? Optional.ofNullable(differing.get(ObjectKey.account(account.id())))
                                .map(Enum::name)
                                .orElse("SAME")
                        : "NOT_READ");
    }

    /** What a non-personal account is for, and its owners. */
    private static String owned(Account.Ownership ownership, Model model, Actor actor, Instant now) {
        return ownership.purpose() + " · "
                + ownership.owners().stream()
                        .map(owner -> Reached.isSeen(actor.sight(), model, owner, now)
                                ? model.people().get(owner).name()
                                : "outside your scope")
                        .distinct()
                        .collect(Collectors.joining(", "));
    }

    private static String seatName(Model model, Account account, Seat seat) {
        return model.appOf(model.tenants().get(account.tenant()))
                .seatKind(seat.kind())
                .map(kind -> kind.name())
                .orElse(seat.kind().text());
    }

    private static AccountLine stranger(TenantObject.AccountState account) {
        return new AccountLine(
                null,
                account.userName(),
                null,
                "",
                "",
                UNKNOWN,
                "",
                account.activity() == TenantObject.Activity.OPEN,
                List.of(),
                Difference.Kind.EXTRA.name());
    }
}
