package wexa.core.composition;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.access.AccessIndex;
import wexa.core.model.Role;
import wexa.core.model.Sensitivity;
import wexa.core.role.Sensitivities;
import wexa.core.value.Permission;

/**
 * How well a role gives what is needed.
 *
 * @param lacks what is needed and it does not give
 * @param excess what it gives and is not needed
 * @param weight of the excess
 */
public record RoleFit(Role role, Set<Permission> lacks, Set<Permission> excess, long weight) {
    /** What counts as nine, and as ninety-nine, harmless permissions too many. */
    private static final long SENSITIVE = 10;

    private static final long PRIVILEGED = 100;

    /** How bad it is to give something that is not needed. */
    public static long weight(Sensitivity sensitivity) {
        return switch (sensitivity) {
            case NORMAL -> 1;
            case SENSITIVE -> SENSITIVE;
            case PRIVILEGED -> PRIVILEGED;
        };
    }

    /**
     * Roles that give any of what is needed: those that lack least first, and of those the ones with the least weight of excess.
     * A role that is closed to new assignments is none of them. Costs what all roles give.
     */
    public static List<RoleFit> of(Set<Permission> needed, AccessIndex index, Sensitivities sensitivities) {
        List<RoleFit> fits = new ArrayList<>();
        for (Role role : index.model().roles().stream().toList()) {
            Set<Permission> given = index.permissionsOf(role.id());
            Set<Permission> lacks = new TreeSet<>(needed);
            lacks.removeAll(given);
            if (role.stage() != Role.Stage.CLOSED && lacks.size() < needed.size()) {
                Set<Permission> excess = new TreeSet<>(given);
                excess.removeAll(needed);
                long weight = excess.stream()
                        .mapToLong(one -> weight(sensitivities.of(one)))
                        .sum();
                fits.add(new RoleFit(role, lacks, excess, weight));
            }
        }
        fits.sort(Comparator.comparingInt((RoleFit fit) -> fit.lacks().size())
                .thenComparingLong(RoleFit::weight)
                .thenComparing(fit -> fit.role().key()));
        return fits;
    }
}
