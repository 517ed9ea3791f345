package wexa.server.tenants;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;
import wexa.core.consistency.DesiredState;
import wexa.core.consistency.Difference;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation;
import wexa.core.consistency.TenantObject;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.consistency.TenantObject.GroupState;
import wexa.core.consistency.TenantObject.RoleState;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.Id;
import wexa.core.model.Kind;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.server.readings.Observations;
import wexa.server.wiring.BusinessClock;

/** Where tenants differ from what they should hold. Emergency accounts are passed by (rule 11). */
@Component
public class Differences {
    private static final long KEPT_FOR_SECONDS = 60;

    private final Observations observations;
    private final BusinessClock clock;
    private final Map<Id<Tenant>, Kept> kept = new ConcurrentHashMap<>();

    Differences(Observations observations, BusinessClock clock) {
        this.observations = observations;
        this.clock = clock;
    }

    /** What was found for one state of both sides; within a minute no date is looked at again. */
    private record Kept(long version, Observation observed, Instant at, List<Difference> differences) {
        boolean fits(long wanted, Observation seen, Instant now) {
            return version == wanted
                    && observed == seen
                    && !now.isBefore(at)
                    && now.isBefore(at.plusSeconds(KEPT_FOR_SECONDS));
        }
    }

    /**
     * All differences of one tenant, in the order of its objects. Costs the whole tenant when the model or the reading is
     * another than before, or the minute is; else nothing.
     */
    public List<Difference> of(Snapshot snapshot, Tenant tenant) {
        Instant now = clock.now();
        Observation observed = observations.of(tenant.id());
        Kept before = kept.get(tenant.id());
        if (before != null && before.fits(snapshot.version(), observed, now)) {
            return before.differences();
        }
        DesiredState desired = new DesiredState(snapshot.model(), snapshot.index(), tenant, now);
        List<Difference> found = Difference.all(desired.all(), observed).stream()
                .filter(difference -> difference.kind() != Difference.Kind.SAME)
                .filter(difference -> !isEmergency(snapshot, difference.object()))
                .toList();
        kept.put(tenant.id(), new Kept(snapshot.version(), observed, now, found));
        return found;
    }

    /** The differences of some objects. Costs these. */
    public List<Difference> of(Snapshot snapshot, Tenant tenant, Set<ObjectKey> objects) {
        Instant now = clock.now();
        Observation observed = observations.of(tenant.id());
        DesiredState desired = new DesiredState(snapshot.model(), snapshot.index(), tenant, now);
        return objects.stream()
                .sorted()
                .filter(key -> !isEmergency(snapshot, key))
                .flatMap(key -> {
                    Optional<TenantObject> seen = observed.find(key).map(Observation.Seen::state);
                    return Difference.of(key, desired.find(key, seen), seen).stream();
                })
                .filter(difference -> difference.kind() != Difference.Kind.SAME)
                .toList();
    }

    private static boolean isEmergency(Snapshot snapshot, ObjectKey key) {
        return key.type() == ObjectKey.Type.ACCOUNT
                && snapshot.model()
                        .table(Kind.ACCOUNT)
                        .find(Id.<Account>of(key.id()))
                        .map(account -> account.kind() == AccountKind.EMERGENCY)
                        .orElse(false);
    }

    /** A difference in words. */
    public static TenantViews.DifferenceView words(Difference difference) {
        TenantObject shown = difference.desired().or(difference::observed).orElseThrow();
        return new TenantViews.DifferenceView(
                difference.object().type().name(),
                name(shown),
                difference.kind().name(),
                text(difference),
                difference.kind() == Difference.Kind.MISSING);
    }

    private static String name(TenantObject object) {
        if (object instanceof AccountState account) {
            return account.userName();
        }
        if (object instanceof GroupState group) {
            return group.name();
        }
        return object instanceof RoleState role ? role.name() : "assignment";
    }

    private static String text(Difference difference) {
        return switch (difference.kind()) {
            case SAME -> "";
            case MISSING -> "not in the tenant";
            case EXTRA -> "only in the tenant";
            case DIFFERS ->
                differing(
                        difference.desired().orElseThrow(),
                        difference.observed().orElseThrow());
        };
    }

    private static String differing(TenantObject should, TenantObject is) {
        if (should instanceof AccountState one && is instanceof AccountState other) {
            return account(one, other);
        }
        if (should instanceof RoleState one && is instanceof RoleState other) {
            return sets("permission", one.permissions(), other.permissions());
        }
        if (should instanceof GroupState one && is instanceof GroupState other) {
            return sets("member", one.members(), other.members());
        }
        return should instanceof AssignmentState ? "area or dates differ" : "differs";
    }

    private static String account(AccountState should, AccountState is) {
        List<String> found = new ArrayList<>();
        if (should.activity() != is.activity()) {
            found.add(is.activity() == TenantObject.Activity.OPEN ? "still open there" : "closed there");
        }
        if (!should.seats().equals(is.seats())) {
            found.add(is.seats().isEmpty() ? "no seat there" : "seat there: " + String.join(", ", is.seats()));
        }
        return found.isEmpty() ? "name, address or phone differ" : String.join(", ", found);
    }

    private static String sets(String what, Set<String> should, Set<String> is) {
        Set<String> missing = new TreeSet<>(should);
        missing.removeAll(is);
        Set<String> extra = new TreeSet<>(is);
        extra.removeAll(should);
        List<String> found = new ArrayList<>();
        counted(what, missing, "missing").ifPresent(found::add);
        counted(what, extra, "too many").ifPresent(found::add);
        return found.isEmpty() ? "name differs" : String.join(", ", found);
    }

    private static Optional<String> counted(String what, Set<String> found, String how) {
        if (found.isEmpty()) {
            return Optional.empty();
        }
        String named = what.equals("permission") && found.size() <= 2 ? ": " + String.join(", ", found) : "";
        return Optional.of(found.size() + " " + what + (found.size() == 1 ? " " : "s ") + how + named);
    }
}
