package wexa.server.readings;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.BiConsumer;
import java.util.function.Function;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation.Seen;
import wexa.core.consistency.Observation.UnlinkedObject;
import wexa.core.consistency.Observed;
import wexa.core.consistency.TenantObject;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.stored.StoredForms;

/** What was read from tenants, asked from rows. Nothing of it is held in memory. */
@Component
public class Observations {
    private static final int AT_A_TIME = 500;
    private static final int PAGE = 2_000;

    private final ObservedRows rows;
    private final ReferenceRows references;
    private final LookRows looks;
    private final CurrentRows current;
    private final ReadingRows readings;
    private final StoredForms forms;

    Observations(
            ObservedRows rows,
            ReferenceRows references,
            LookRows looks,
            CurrentRows current,
            ReadingRows readings,
            StoredForms forms) {
        this.rows = rows;
        this.references = references;
        this.looks = looks;
        this.current = current;
        this.readings = readings;
        this.forms = forms;
    }

    /** How far what is known of a tenant has come: the reading that counts, and the looks at single objects since. */
    public record Mark(UUID reading, long looks) {}

    /** Assignments to an account itself: those that are linked to ours, and those that only the tenant knows. */
    public record Given(Map<ObjectKey, AssignmentState> ours, List<AssignmentState> strangers) {}

    public Optional<Seen> find(Id<Tenant> tenant, ObjectKey key) {
        return rows.find(tenant.value(), List.of(ObjectNames.of(key))).stream()
                .map(this::seen)
                .findFirst();
    }

    /**
     * What was read, for one who will ask for these objects and perhaps for some more. Costs these now, and a question to the
     * store for each other; what was asked once is kept. Not for several threads.
     */
    public Observed of(Id<Tenant> tenant, Collection<ObjectKey> expected) {
        Map<ObjectKey, Optional<Seen>> known = new HashMap<>();
        expected.forEach(key -> known.put(key, Optional.empty()));
        for (Kept kept : find(tenant, expected, ObjectNames::of)) {
            known.put(ObjectKey.parse(kept.object()), Optional.of(seen(kept)));
        }
        return key -> known.computeIfAbsent(key, other -> find(tenant, other));
    }

    private <T> List<Kept> find(Id<Tenant> tenant, Collection<T> wanted, Function<T, String> name) {
        List<String> names = wanted.stream().map(name).toList();
        List<Kept> found = new ArrayList<>();
        for (int from = 0; from < names.size(); from += AT_A_TIME) {
            found.addAll(rows.find(tenant.value(), names.subList(from, Math.min(from + AT_A_TIME, names.size()))));
        }
        return found;
    }

    /** The assignments to an account itself. */
    public Given given(Id<Tenant> tenant, ObjectKey account) {
        Map<ObjectKey, AssignmentState> ours = new TreeMap<>();
        List<AssignmentState> strangers = new ArrayList<>();
        for (Kept kept : assignments(tenant, Set.of(account.toString()))) {
            AssignmentState state = (AssignmentState) forms.readObject(kept.body());
            ObjectKey.read(kept.object()).ifPresentOrElse(key -> ours.put(key, state), () -> strangers.add(state));
        }
        return new Given(ours, strangers);
    }

    /** The assignments of ours that reach an account: its own, and those of groups of ours that name it. */
    public List<AssignmentState> reaching(Id<Tenant> tenant, ObjectKey account) {
        Set<String> subjects = new LinkedHashSet<>();
        subjects.add(account.toString());
        references.naming(tenant.value(), Set.of(account.toString())).stream()
                .filter(object -> object.startsWith(ObjectKey.Type.GROUP + ":"))
                .forEach(subjects::add);
        return assignments(tenant, subjects).stream()
                .filter(kept -> ObjectKey.read(kept.object()).isPresent())
                .map(kept -> (AssignmentState) forms.readObject(kept.body()))
                .toList();
    }

    private List<Kept> assignments(Id<Tenant> tenant, Collection<String> subjects) {
        List<String> names = references.naming(tenant.value(), subjects).stream()
                .filter(object -> ObjectNames.type(object) == ObjectKey.Type.ASSIGNMENT)
                .toList();
        return find(tenant, names, name -> name);
    }

    /** Objects of a type that nobody linked. */
    public List<UnlinkedObject> strangers(Id<Tenant> tenant, ObjectKey.Type type) {
        List<String> names = references.naming(tenant.value(), Set.of(ObjectNames.unlinked(type)));
        return find(tenant, names, name -> name).stream()
                .map(kept -> new UnlinkedObject(type, kept.remoteId(), forms.readObject(kept.body())))
                .toList();
    }

    /** Some objects of a type that nobody linked, by the tenant's ids; those that are linked or gone are left out. */
    public Map<String, TenantObject> strangers(Id<Tenant> tenant, ObjectKey.Type type, Collection<String> remoteIds) {
        Map<String, TenantObject> found = new HashMap<>();
        find(tenant, remoteIds, remoteId -> ObjectNames.stranger(type, remoteId))
                .forEach(kept -> found.put(kept.remoteId(), forms.readObject(kept.body())));
        return found;
    }

    public int countStrangers(Id<Tenant> tenant, ObjectKey.Type type) {
        return references.count(tenant.value(), Set.of(ObjectNames.unlinked(type)));
    }

    private Seen seen(Kept kept) {
        return new Seen(kept.remoteId(), forms.readObject(kept.body()));
    }

    /** When one object was last read, by a reading of its own or of the whole tenant; empty where it was not found. */
    public Optional<Instant> readAt(Id<Tenant> tenant, ObjectKey key) {
        return rows.find(tenant.value(), List.of(ObjectNames.of(key))).stream()
                .map(Kept::readAt)
                .findFirst();
    }

    /** Empty where nothing was ever read. */
    public Optional<Mark> mark(Id<Tenant> tenant) {
        return current.findById(tenant.value()).map(row -> new Mark(row.readingId, row.looks));
    }

    /** The objects of ours that were looked at by themselves since then, in the same reading. */
    public List<ObjectKey> lookedAtSince(Id<Tenant> tenant, Mark mark) {
        return looks.after(tenant.value(), mark.reading(), mark.looks()).stream()
                .map(ObjectKey::read)
                .flatMap(Optional::stream)
                .toList();
    }

    /**
     * All objects of ours in a reading, each with its stored form. What is looked at or taken away meanwhile may be there or
     * not: whoever asks compares the mark before and after.
     */
    public void each(Id<Tenant> tenant, UUID reading, BiConsumer<ObjectKey, String> to) {
        String after = "";
        List<Kept> page;
        do {
            page = rows.page(tenant.value(), reading, after, Limit.of(PAGE));
            for (Kept kept : page) {
                ObjectKey.read(kept.object()).ifPresent(key -> to.accept(key, kept.body()));
                after = kept.object();
            }
        } while (page.size() == PAGE);
    }

    /** How fresh each tenant's reading is; tenants never tried are not in it. */
    public Map<Id<Tenant>, Freshness> freshness() {
        Map<Id<Tenant>, Freshness> found = new HashMap<>();
        for (ReadingRow row : readings.findAll()) {
            found.put(
                    Id.of(row.tenantId),
                    new Freshness(
                            Freshness.State.valueOf(row.state),
                            row.detail,
                            row.triedAt,
                            Optional.ofNullable(row.doneAt),
                            row.objects));
        }
        return found;
    }
}
