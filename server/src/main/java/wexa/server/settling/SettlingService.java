package wexa.server.settling;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.UUID;
import wexa.core.consistency.Acceptance;
import wexa.core.consistency.Difference;
import wexa.core.consistency.Excepted;
import wexa.core.consistency.ObjectKey;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.sentence.Items;
import wexa.core.value.Id;
import wexa.server.heavy.HeavyWork;
import wexa.server.heavy.LongWork;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.tenants.Differences;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;
import wexa.server.wiring.Settings;

/** Takes differences into the model, or lets them be until a day: as entries of a draft. Nothing is kept. */
@UseCases
public class SettlingService {
    private final SnapshotStore snapshots;
    private final Differences differences;
    private final BusinessClock clock;
    private final Settings settings;
    private final Ids ids;
    private final HeavyWork heavy;

    SettlingService(
            SnapshotStore snapshots,
            Differences differences,
            BusinessClock clock,
            Settings settings,
            Ids ids,
            HeavyWork heavy) {
        this.snapshots = snapshots;
        this.differences = differences;
        this.clock = clock;
        this.settings = settings;
        this.ids = ids;
        this.heavy = heavy;
    }

    /** What settles some differences; what is left, and why. */
    public record SettlingView(List<SettlingEntry> entries, List<LeftDifference> left) {}

    public record SettlingEntry(String form, Map<String, String> fields) {}

    public record LeftDifference(String object, String name, String why) {}

    /** Those that differ no more are passed by. */
    @Requires(value = Act.PREPARE, over = Over.SEEN_TENANT)
    SettlingView accept(Actor actor, UUID tenant, Collection<String> objects) {
        Snapshot snapshot = snapshots.current();
        Tenant found = tenant(snapshot, tenant);
        SortedMap<ObjectKey, Difference> chosen = chosen(snapshot, found, objects);
        Acceptance.Taken taken = heavy.run(
                chosen.size() >= HeavyWork.LONG,
                LongWork.What.of(
                        "Preparing what is accepted from " + snapshot.model().title(found), "/tenants/" + found.id()),
                () -> Acceptance.of(
                        List.copyOf(chosen.values()), found, snapshot, clock.now(), settings.zone(), ids::next));
        return new SettlingView(
                taken.entries().stream()
                        .map(one -> new SettlingEntry(one.form(), one.fields()))
                        .toList(),
                chosen.values().stream()
                        .flatMap(one -> Optional.ofNullable(taken.left().get(one.object()))
                                .map(why -> new LeftDifference(one.object().toString(), name(one), words(why)))
                                .stream())
                        .toList());
    }

    /**
     * @param until the last day, as entries have it
     * @param owner who answers for it
     */
    @Requires(value = Act.PREPARE, over = Over.SEEN_TENANT)
    SettlingView except(Actor actor, UUID tenant, Collection<String> objects, String until, UUID owner, String reason) {
        Snapshot snapshot = snapshots.current();
        Tenant found = tenant(snapshot, tenant);
        Person answers = snapshot.model()
                .people()
                .find(Id.<Person>of(owner))
                .orElseThrow(() -> Problem.badField("owner", "unknown", "Choose somebody who is here."));
        actor.requireSight(answers.id(), snapshot.model(), clock.now());
        List<SettlingEntry> entries = new ArrayList<>();
        chosen(snapshot, found, objects)
                .values()
                .forEach(one -> entries.add(new SettlingEntry(
                        "excepted-difference.make",
                        Map.of(
                                "id",
                                ids.next().toString(),
                                "object",
                                one.object().toString(),
                                "tenant",
                                found.id().toString(),
                                "differs",
                                Items.join(List.copyOf(new TreeSet<>(Excepted.differs(one)))),
                                "until",
                                until,
                                "owner",
                                answers.id().toString(),
                                "because",
                                reason))));
        return new SettlingView(entries, List.of());
    }

    private static Tenant tenant(Snapshot snapshot, UUID id) {
        return snapshot.model().tenants().find(Id.<Tenant>of(id)).orElseThrow(() -> Problem.notFound("tenant", id));
    }

    private SortedMap<ObjectKey, Difference> chosen(Snapshot snapshot, Tenant tenant, Collection<String> objects) {
        Set<ObjectKey> keys = new TreeSet<>();
        objects.forEach(object -> keys.add(ObjectKey.read(object)
                .orElseThrow(() ->
                        Problem.badField("objects", "unknown", "“" + object + "” names no object. Reload the page."))));
        SortedMap<ObjectKey, Difference> chosen = new TreeMap<>();
        differences.of(snapshot, tenant).stream()
                .filter(one -> keys.contains(one.object()))
                .forEach(one -> chosen.put(one.object(), one));
        if (chosen.isEmpty()) {
            throw new Problem(
                    409,
                    "settling.nothing-to-do",
                    "None of these differ any more. Read the tenant again to see what is left.");
        }
        return chosen;
    }

    private static String name(Difference difference) {
        return Differences.words(difference).name();
    }

    private static String words(Acceptance.Why why) {
        return switch (why) {
            case GOVERNED_HERE ->
                "names and addresses are managed in Wexa or in a directory; change them there, or correct the tenant";
            case NOT_HERE -> "the person is on leave, suspended or has left; correct the tenant";
            case KEPT_CLOSED -> "it is kept here as an account that nobody uses; correct the tenant";
            case BY_ANOTHER_WAY -> "it comes from a group, a rule or a mapping; change that instead";
            case NOT_KNOWN ->
                "it names an account, a role or an area that Wexa does not know; match it first, or correct the tenant";
            case NO_AREA -> "it has no area, and grants nothing without one; correct the tenant";
            case ROLE_CONTENTS ->
                "the permissions of a role are edited on the role’s page, or in a variant for this tenant";
            case STILL_DIFFERS -> "the tenant would still differ afterwards; correct the tenant";
        };
    }
}
