package wexa.core.access;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/** People who alone hold something in a tenant, wherever in it: when they are away, nobody can do it. */
public final class SoleHolders {
    private SoleHolders() {}

    /** What one person alone holds in a tenant. */
    public record Sole(Id<Person> person, Id<Tenant> tenant, Set<Permission> permissions) {}

    private record Place(int person, int set) {}

    /**
     * At one instant, by tenant. Costs everybody's grants and groups, once.
     *
     * @param counts who counts at all: emergency accounts are for nobody's daily work
     */
    public static List<Sole> of(AccessIndex index, Instant at, Predicate<Id<Person>> counts) {
        RoleSets sets = new RoleSets(index, at.getEpochSecond());
        int tenants = index.areas().tenantCount();
        long[][] once = new long[tenants][index.roles().wordCount()];
        long[][] twice = new long[tenants][index.roles().wordCount()];
        Map<Integer, List<Place>> alone = new HashMap<>();
        Map<Integer, Integer> people = new HashMap<>();
        sets.each((person, tenant, set) -> {
            if (!counts.test(index.people().id(person))) {
                return;
            }
            int had = people.merge(set, 1, Integer::sum);
            if (had > 2) {
                return;
            }
            long[] held = sets.bits(set);
            for (int word = 0; word < held.length; word++) {
                twice[tenant][word] |= once[tenant][word] & held[word];
                once[tenant][word] |= held[word];
            }
            if (had == 1) {
                alone.computeIfAbsent(tenant, any -> new ArrayList<>()).add(new Place(person, set));
            }
        });
        List<Sole> found = new ArrayList<>();
        for (int tenant = 0; tenant < tenants; tenant++) {
            for (Place place : alone.getOrDefault(tenant, List.of())) {
                Set<Permission> only = new LinkedHashSet<>();
                long[] held = people.getOrDefault(place.set(), 0) == 1 ? sets.bits(place.set()) : new long[0];
                for (int word = 0; word < held.length; word++) {
                    for (long rest = held[word] & ~twice[tenant][word]; rest != 0; rest &= rest - 1) {
                        only.add(index.roles().permission((word << 6) + Long.numberOfTrailingZeros(rest)));
                    }
                }
                if (!only.isEmpty()) {
                    found.add(new Sole(
                            index.people().id(place.person()), index.areas().tenant(tenant), only));
                }
            }
        }
        return found;
    }
}
