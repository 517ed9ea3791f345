package wexa.server.tenants;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.pcollections.PSortedMap;
import org.pcollections.TreePMap;
import org.springframework.stereotype.Component;
import wexa.core.consistency.DesiredState;
import wexa.core.consistency.Difference;
import wexa.core.consistency.Excepted;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation;
import wexa.core.consistency.Observed;
import wexa.core.consistency.TenantObject;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.consistency.TenantObject.GroupState;
import wexa.core.consistency.TenantObject.RoleState;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.ExceptedDifference;
import wexa.core.model.Kind;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.readings.Observations;
import wexa.server.stored.StoredForms;
import wexa.server.wiring.BusinessClock;

/** Where tenants differ from what they should hold. Emergency accounts are passed by (rule 11). */
@Component
public class Differences {
    private static final long KEPT_FOR_SECONDS = 60;

    private static final int TRIES = 3;

    private final Observations observations;
    private final StoredForms forms;
    private final BusinessClock clock;
    private final Map<Id<Tenant>, Kept> kept = new ConcurrentHashMap<>();

    Differences(Observations observations, StoredForms forms, BusinessClock clock) {
        this.observations = observations;
        this.forms = forms;
        this.clock = clock;
    }

    /** What was found for one state of both sides; within a minute no date is looked at again. */
    private record Kept(
            long version, Observations.Mark mark, Instant at, PSortedMap<ObjectKey, Difference> differences) {
        boolean fits(long wanted, Observations.Mark seen, Instant now) {
            return version == wanted
                    && mark.reading().equals(seen.reading())
                    && mark.looks() <= seen.looks()
                    && !now.isBefore(at)
                    && now.isBefore(at.plusSeconds(KEPT_FOR_SECONDS));
        }
    }

    /** A difference that is let be, and by which exception. */
    public record Let(Difference difference, ExceptedDifference by) {}

    /** All differences of one tenant but those that are excepted now, in the order of its objects. */
    public List<Difference> of(Snapshot snapshot, Tenant tenant) {
        Instant now = clock.now();
        return all(snapshot, tenant).stream()
                .filter(one -> Excepted.of(one, tenant, snapshot.model(), now).isEmpty())
                .toList();
    }

    /** Those that are excepted now. */
    public List<Let> excepted(Snapshot snapshot, Tenant tenant) {
        if (snapshot.model()
                .table(Kind.EXCEPTED_DIFFERENCE)
                .by(ExceptedDifference.BY_TENANT, tenant.id())
                .isEmpty()) {
            return List.of();
        }
        Instant now = clock.now();
        return all(snapshot, tenant).stream()
                .flatMap(one -> Excepted.of(one, tenant, snapshot.model(), now).map(by -> new Let(one, by)).stream())
                .toList();
    }

    /**
     * All differences of one tenant, those that are excepted among them. Costs the whole tenant when the model is another than
     * before, or the tenant was read, or the minute is over; else the objects that were looked at since.
     */
    public List<Difference> all(Snapshot snapshot, Tenant tenant) {
        Optional<Observations.Mark> mark = observations.mark(tenant.id());
        if (mark.isEmpty()) {
            return List.of();
        }
        Instant now = clock.now();
        Kept before = kept.get(tenant.id());
        Kept found = before != null && before.fits(snapshot.version(), mark.get(), now)
                ? lookedAtAgain(snapshot, tenant, before, mark.get())
                : whole(snapshot, tenant, mark.get(), now);
        kept.put(tenant.id(), found);
        return List.copyOf(found.differences().values());
    }

    private Kept lookedAtAgain(Snapshot snapshot, Tenant tenant, Kept before, Observations.Mark mark) {
        if (before.mark().equals(mark)) {
            return before;
        }
        List<ObjectKey> again = observations.lookedAtSince(tenant.id(), before.mark());
        Map<ObjectKey, Difference> now = new HashMap<>();
        of(snapshot, tenant, Set.copyOf(again)).forEach(difference -> now.put(difference.object(), difference));
        return new Kept(
                before.version(),
                mark,
                before.at(),
                before.differences().minusAll(again).plusAll(now));
    }

    private Kept whole(Snapshot snapshot, Tenant tenant, Observations.Mark first, Instant now) {
        SortedMap<ObjectKey, TenantObject> desired =
                new DesiredState(snapshot.model(), snapshot.index(), tenant, now).all();
        Observations.Mark mark = first;
        for (int tries = 1; true; tries++) {
            SortedMap<ObjectKey, Difference> found = compared(snapshot, tenant, desired, mark.reading());
            Observations.Mark after = observations.mark(tenant.id()).orElse(mark);
            if (after.reading().equals(mark.reading()) || tries == TRIES) {
                // looked at meanwhile is looked at again: the mark is the one of before
                return new Kept(snapshot.version(), mark, now, TreePMap.fromSortedMap(found));
            }
            // the tenant was read meanwhile, and the rows of the reading before may have been on their way out
            mark = after;
        }
    }

    private SortedMap<ObjectKey, Difference> compared(
            Snapshot snapshot, Tenant tenant, SortedMap<ObjectKey, TenantObject> desired, UUID reading) {
        SortedMap<ObjectKey, Difference> found = new TreeMap<>();
        Set<ObjectKey> missing = new HashSet<>(desired.keySet());
        observations.each(tenant.id(), reading, (key, body) -> {
            missing.remove(key);
            Optional<TenantObject> wanted = Optional.ofNullable(desired.get(key));
            // most are as they should be, and stand in the very words in which they would be written
            if (wanted.map(forms::writeObject).filter(body::equals).isEmpty()) {
                add(snapshot, key, wanted, Optional.of(forms.readObject(body)), found);
            }
        });
        missing.forEach(key -> add(snapshot, key, Optional.ofNullable(desired.get(key)), Optional.empty(), found));
        return found;
    }

    private static void add(
            Snapshot snapshot,
            ObjectKey key,
            Optional<TenantObject> wanted,
            Optional<TenantObject> seen,
            SortedMap<ObjectKey, Difference> found) {
        Difference.of(key, wanted, seen)
                .filter(difference -> difference.kind() != Difference.Kind.SAME)
                .filter(difference -> !isEmergency(snapshot, key) && !DesiredState.isReleased(key, snapshot.model()))
                .ifPresent(difference -> found.put(key, difference));
    }

    /** The differences of some objects, excepted or not. Costs these. */
    public List<Difference> of(Snapshot snapshot, Tenant tenant, Set<ObjectKey> objects) {
        Observed observed = observations.of(tenant.id(), objects);
        DesiredState desired = new DesiredState(snapshot.model(), snapshot.index(), tenant, clock.now());
        SortedMap<ObjectKey, Difference> found = new TreeMap<>();
        for (ObjectKey key : objects) {
            Optional<TenantObject> seen = observed.find(key).map(Observation.Seen::state);
            add(snapshot, key, desired.find(key, seen), seen, found);
        }
        return List.copyOf(found.values());
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
                difference.object().toString(),
                difference.object().type().name(),
                name(shown),
                difference.kind().name(),
                text(difference),
                gives(difference),
                null,
                "",
                null,
                null);
    }

    /** What is missing is given, a login that is closed there is opened, and members come in; all else is taken away, or put right. */
    private static boolean gives(Difference difference) {
        TenantObject wanted = difference.desired().orElse(null);
        TenantObject there = difference.observed().orElse(null);
        if (wanted instanceof AccountState should && there instanceof AccountState is) {
            return should.activity() == TenantObject.Activity.OPEN && is.activity() == TenantObject.Activity.CLOSED;
        }
        if (wanted instanceof GroupState should && there instanceof GroupState is) {
            return !should.members().equals(is.members()) && should.members().containsAll(is.members());
        }
        return difference.kind() == Difference.Kind.MISSING;
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
        values(should, is).ifPresent(found::add);
        return found.isEmpty() ? "name, address or phone differ" : String.join(", ", found);
    }

    /** Which of the values that stand for roles are missing or too many. */
    public static Optional<String> values(AccountState should, AccountState is) {
        Set<String> wanted = should.held();
        Set<String> seen = is.answering(should).held();
        return wanted.equals(seen) ? Optional.empty() : Optional.of(sets("value", wanted, seen));
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
