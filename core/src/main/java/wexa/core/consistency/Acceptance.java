package wexa.core.consistency;

import java.time.Instant;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import wexa.core.intake.Entry;
import wexa.core.model.Tenant;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;

/**
 * Takes what was found in a tenant into the model: the changes after which the tenant is as it should be. All that may be left to
 * be sent there is that a closed account gives back its seat. They are changes like any other, with the same authority, conflicts and approval.
 */
public final class Acceptance {
    /** Why something cannot be taken into the model. */
    public enum Why {
        /** Names and addresses of people, and names of groups, are decided here or in a directory. */
        GOVERNED_HERE,
        /** The person is on leave, suspended or gone: their account is closed for that. */
        NOT_HERE,
        /** It is kept here as an account that nobody uses. */
        KEPT_CLOSED,
        /** It comes by a group, a rule or a mapping, and not by itself. */
        BY_ANOTHER_WAY,
        /** It names an account, a role or an area that nobody knows here. */
        NOT_KNOWN,
        /** It has no area, and in this application nothing is granted without one. */
        NO_AREA,
        /** What a role is made of is edited on its page. */
        ROLE_CONTENTS,
        /** The changes would make it otherwise than it is in the tenant, such as where a role is written as a group for some areas only. */
        STILL_DIFFERS
    }

    /**
     * Several differences taken into the model.
     *
     * @param entries what does it, in the order of the objects
     * @param left what cannot be taken in, and why
     */
    public record Taken(List<Entry> entries, SortedMap<ObjectKey, Why> left) {}

    private Acceptance() {}

    /**
     * Entries that take in as many of the differences as they can. What a preview of them shows to differ still is left. Costs a
     * preview or a few, and the objects.
     *
     * @param ids of what is made
     */
    public static Taken of(
            List<Difference> differences,
            Tenant tenant,
            Snapshot snapshot,
            Instant now,
            ZoneId zone,
            Supplier<UUID> ids) {
        SortedMap<ObjectKey, Why> left = new TreeMap<>();
        Map<Difference, List<Entry>> taken = new LinkedHashMap<>();
        for (Difference one : differences) {
            switch (AcceptedChanges.of(one, tenant, snapshot.model(), now)) {
                case AcceptedChanges.Answer.Cannot cannot -> left.put(one.object(), cannot.why());
                case AcceptedChanges.Answer.Accept accept ->
                    taken.put(
                            one,
                            accept.changes().stream()
                                    .map(change -> entry(change, ids))
                                    .toList());
            }
        }
        // one that goes may be what another stood on
        for (int size = -1; size != taken.size(); ) {
            size = taken.size();
            leaveOut(taken, tenant, snapshot, now, zone, left);
        }
        return new Taken(taken.values().stream().flatMap(List::stream).toList(), left);
    }

    /** Takes out what would differ still. */
    private static void leaveOut(
            Map<Difference, List<Entry>> taken,
            Tenant tenant,
            Snapshot snapshot,
            Instant now,
            ZoneId zone,
            SortedMap<ObjectKey, Why> left) {
        Preview preview = Preview.of(
                snapshot, taken.values().stream().flatMap(List::stream).toList(), now, zone);
        Set<Entry.Id> ready = preview.outcomes().stream()
                .filter(outcome -> outcome.state().isDone())
                .map(outcome -> outcome.entry().id())
                .collect(Collectors.toSet());
        DesiredState after = new DesiredState(preview.model(), preview.index(), tenant, now);
        taken.entrySet().removeIf(one -> {
            // what is blocked says so in the draft
            boolean isReady = one.getValue().stream().map(Entry::id).allMatch(ready::contains);
            boolean differs = isReady && differsStill(one.getKey(), after);
            if (differs) {
                left.put(one.getKey().object(), Why.STILL_DIFFERS);
            }
            return differs;
        });
    }

    /** A seat that a closed account still has is given back by the job of the draft, and is no reason against it. */
    private static boolean differsStill(Difference difference, DesiredState after) {
        return Difference.of(
                        difference.object(),
                        after.find(difference.object(), difference.observed()),
                        difference.observed())
                .filter(one -> one.kind() != Difference.Kind.SAME && !isSeatOfClosed(one))
                .isPresent();
    }

    private static boolean isSeatOfClosed(Difference one) {
        return one.desired().orElse(null) instanceof TenantObject.AccountState wanted
                && wanted.activity() == TenantObject.Activity.CLOSED
                && one.observed().isPresent()
                && Fields.SEATS.cover(Excepted.fields(one));
    }

    private static Entry entry(AcceptedChanges.Change change, Supplier<UUID> ids) {
        Entry entry = new Entry(new Entry.Id(ids.get()), change.form(), change.fields());
        if (!entry.isMaking() || change.fields().containsKey("id")) {
            return entry;
        }
        Map<String, String> fields = new HashMap<>(change.fields());
        fields.put("id", ids.get().toString());
        return new Entry(entry.id(), entry.form(), fields);
    }
}
