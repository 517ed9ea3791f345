package wexa.core.preview;

import java.util.Collections;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import wexa.core.access.Usability;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/**
 * How many gain and lose how much at one instant, in single permissions at single areas.
 *
 * @param gains what is gained, and what is held all along and can be used from then on
 * @param losses what is lost, and what is held all along and can be used no longer
 * @param unusableLosses of the losses, what could not be used before
 * @param blocked of the gains, what cannot be used
 * @param blocks for which reasons it cannot
 */
public record Figures(
        int people,
        int gains,
        int losses,
        int unusableLosses,
        int blocked,
        Set<Usability.Block> blocks,
        Set<Id<Tenant>> tenants) {
    public static final Figures NONE = new Figures(0, 0, 0, 0, 0, Set.of(), Set.of());

    static Figures of(List<Timeline.Told> gains, List<Timeline.Told> losses) {
        Set<Id<Person>> people = new HashSet<>();
        Set<Id<Tenant>> tenants = new HashSet<>();
        EnumSet<Usability.Block> blocks = EnumSet.noneOf(Usability.Block.class);
        int blocked = 0;
        int unusable = 0;
        for (Timeline.Told told : gains) {
            people.add(told.shift().person());
            tenants.add(told.shift().tenant());
            blocks.addAll(told.blocks());
            blocked += told.blocks().isEmpty() ? 0 : 1;
        }
        for (Timeline.Told told : losses) {
            people.add(told.shift().person());
            tenants.add(told.shift().tenant());
            unusable += told.held() || told.blocks().isEmpty() ? 0 : 1;
        }
        return new Figures(people.size(), gains.size(), losses.size(), unusable, blocked, blocks, tenants);
    }

    static Figures of(Impact impact) {
        return new Count().of(impact);
    }

    /** Counts without taking sets of permissions apart for each person: many people gain the same ones, to the same use. */
    private static final class Count {
        private final Set<Id<Person>> people = new HashSet<>();
        private final Set<Id<Tenant>> tenants = new HashSet<>();
        private final EnumSet<Usability.Block> blocks = EnumSet.noneOf(Usability.Block.class);
        private final Map<Set<Permission>, Map<Usability.Extent, Blocked>> known = new IdentityHashMap<>();

        private record Blocked(int count, Set<Usability.Block> blocks) {
            static final Blocked NONE = new Blocked(0, Set.of());
        }

        Figures of(Impact impact) {
            int gains = 0;
            int losses = 0;
            int unusable = 0;
            int blocked = 0;
            for (Impact.Change change : impact.changes()) {
                people.add(change.person());
                tenants.add(change.tenant());
                gains += change.gains().size() + change.started().size();
                losses += change.losses().size() + change.stopped().size();
                Blocked gained = blocked(change.gains(), change.is());
                blocked += gained.count();
                blocks.addAll(gained.blocks());
                unusable += blocked(change.losses(), change.was()).count();
            }
            return new Figures(
                    people.size(), gains, losses, unusable, blocked, Collections.unmodifiableSet(blocks), tenants);
        }

        private Blocked blocked(Set<Permission> permissions, Optional<Usability> use) {
            if (permissions.isEmpty() || use.isEmpty()) {
                return Blocked.NONE;
            }
            return known.computeIfAbsent(permissions, any -> new HashMap<>())
                    .computeIfAbsent(use.get().extent(), any -> count(permissions, use.get()));
        }

        private static Blocked count(Set<Permission> permissions, Usability use) {
            Set<Usability.Block> reasons = EnumSet.noneOf(Usability.Block.class);
            int count = 0;
            for (Permission permission : permissions) {
                List<Usability.Block> there = use.blocks(permission);
                reasons.addAll(there);
                count += there.isEmpty() ? 0 : 1;
            }
            return new Blocked(count, reasons);
        }
    }
}
