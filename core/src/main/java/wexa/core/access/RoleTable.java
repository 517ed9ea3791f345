package wexa.core.access;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.IntFunction;
import java.util.function.IntPredicate;
import wexa.core.model.App;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Role;
import wexa.core.model.RoleVariant;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/**
 * Roles compiled to bit sets over all permissions (rule 2). The permissions of an app begin at a multiple of 64, so that
 * what a role gives in a tenant is a run of whole words.
 */
final class RoleTable {
    private final List<Permission> permissions;
    private final Map<Permission, Integer> permissionNumbers;
    private final Map<Id<App>, int[]> appWords;
    private final Ordinals<Role> numbers;
    private final List<Role> roles;
    private final long[][] bits;
    private final Map<RoutesKey, List<RoleRoute>> routes = new ConcurrentHashMap<>();
    private final List<Integer> order = new ArrayList<>();
    private final RoleVariants variants;
    private final Map<Id<PermissionSet>, long[]> setBits;

    /** Compiles the roles of a folded model. */
    static RoleTable of(Model folded) {
        return new RoleTable(folded, Ordinals.of(folded.roles()));
    }

    /**
     * The roles of the next model. Numbers given before are kept, later roles follow after them. Costs the roles that changed
     * and those above them; where the permissions of an app changed, all roles.
     */
    RoleTable renewed(Model next, List<Effect> effects) {
        Ordinals<Role> all =
                numbers.including(next.roles().stream().map(Role::id).toList());
        return effects.stream().anyMatch(RoleTable::numbersAnew)
                ? new RoleTable(next, all)
                : new RoleTable(this, next, all, effects);
    }

    /** What is only said of permissions leaves their numbers as they are. */
    private static boolean numbersAnew(Effect effect) {
        return effect.kind() == Kind.APP
                && !effect.before(Kind.APP)
                        .map(App::permissions)
                        .equals(effect.after(Kind.APP).map(App::permissions));
    }

    private RoleTable(RoleTable last, Model next, Ordinals<Role> numbers, List<Effect> effects) {
        this.permissions = last.permissions;
        this.permissionNumbers = last.permissionNumbers;
        this.appWords = last.appWords;
        this.setBits = new HashMap<>(last.setBits);
        this.numbers = numbers;
        Set<Id<PermissionSet>> sets = new HashSet<>();
        Set<Id<Role>> comeOrGone = new HashSet<>();
        BitSet changed = new BitSet(numbers.count());
        for (Effect effect : effects) {
            effect.before(Kind.PERMISSION_SET).ifPresent(set -> setBits.remove(set.id()));
            effect.after(Kind.PERMISSION_SET).ifPresent(set -> setBits.put(set.id(), bitsOf(set.permissions())));
            if (effect.kind() == Kind.PERMISSION_SET) {
                sets.add(Id.of(effect.id().value()));
            } else if (effect.kind() == Kind.ROLE) {
                Id<Role> role = Id.of(effect.id().value());
                changed.set(number(role));
                if (effect.before().isEmpty() || effect.after().isEmpty()) {
                    comeOrGone.add(role);
                }
            }
        }
        Role[] placed = new Role[numbers.count()];
        next.roles().forEach(role -> {
            int number = number(role.id());
            placed[number] = role;
            if (role.sets().stream().anyMatch(sets::contains)
                    || role.includes().stream().anyMatch(comeOrGone::contains)) {
                changed.set(number);
            }
        });
        this.roles = Arrays.asList(placed);
        this.bits = compile(wordCount(), number -> !changed.get(number) && number < last.count(), last.bits);
        this.variants = RoleVariants.of(next, this);
    }

    private RoleTable(Model model, Ordinals<Role> numbers) {
        this.permissions = new ArrayList<>();
        this.permissionNumbers = new HashMap<>();
        this.appWords = new HashMap<>();
        this.setBits = new HashMap<>();
        model.table(Kind.APP).forEach(this::numberPermissions);
        int words = permissions.size() / Long.SIZE;
        model.table(Kind.PERMISSION_SET).forEach(set -> setBits.put(set.id(), bitsOf(set.permissions(), words)));
        this.numbers = numbers;
        Role[] placed = new Role[numbers.count()];
        model.roles().forEach(role -> placed[number(role.id())] = role);
        this.roles = Arrays.asList(placed);
        this.bits = compile(words, number -> false, new long[0][]);
        this.variants = RoleVariants.of(model, this);
    }

    private void numberPermissions(App app) {
        int first = permissions.size() / Long.SIZE;
        for (Permission permission : new TreeSet<>(app.permissions())) {
            permissionNumbers.put(permission, permissions.size());
            permissions.add(permission);
        }
        Permission filler = permissions.isEmpty() ? null : permissions.get(permissions.size() - 1);
        while (filler != null && permissions.size() % Long.SIZE != 0) {
            permissions.add(filler);
        }
        appWords.put(app.id(), new int[] {first, permissions.size() / Long.SIZE});
    }

    private long[] bitsOf(Iterable<Permission> wanted, int words) {
        long[] made = new long[words];
        for (Permission permission : wanted) {
            Integer number = permissionNumbers.get(permission);
            if (number != null) {
                made[number >> 6] |= 1L << number;
            }
        }
        return made;
    }

    long[] bitsOf(Iterable<Permission> wanted) {
        return bitsOf(wanted, permissions.size() / Long.SIZE);
    }

    /**
     * Included roles before those that include them; what is left over in the end goes round in a circle.
     *
     * @param isKept which roles are made of the same parts as in the last table: with included roles that give the same, too,
     *     they share its bits
     */
    private long[][] compile(int words, IntPredicate isKept, long[][] last) {
        long[][] compiled = new long[roles.size()][];
        int[] open = new int[roles.size()];
        Map<Integer, List<Integer>> includedBy = new HashMap<>();
        Deque<Integer> ready = new ArrayDeque<>();
        for (int number = 0; number < roles.size(); number++) {
            Role role = roles.get(number);
            open[number] = role == null ? 0 : includes(role).size();
            if (role == null) {
                compiled[number] = number < last.length && isKept.test(number) ? last[number] : new long[words];
                continue;
            }
            for (Id<Role> included : includes(role)) {
                includedBy
                        .computeIfAbsent(number(included), any -> new ArrayList<>())
                        .add(number);
            }
            if (open[number] == 0) {
                ready.add(number);
            }
        }
        while (!ready.isEmpty()) {
            int number = ready.remove();
            order.add(number);
            boolean isSame = isKept.test(number)
                    && includes(roles.get(number)).stream()
                            .mapToInt(this::number)
                            .allMatch(included -> included < last.length && compiled[included] == last[included]);
            compiled[number] = isSame ? last[number] : union(roles.get(number), included -> compiled[included]);
            if (number < last.length && Arrays.equals(compiled[number], last[number])) {
                compiled[number] = last[number];
            }
            for (int including : includedBy.getOrDefault(number, List.of())) {
                if (--open[including] == 0) {
                    ready.add(including);
                }
            }
        }
        for (int number = 0; number < compiled.length; number++) {
            if (compiled[number] == null) {
                throw new IllegalArgumentException("role " + roles.get(number).key() + " includes itself in a circle");
            }
        }
        return compiled;
    }

    /** The included roles that there are: one that is gone gives nothing, and keeps nothing else from being read. */
    List<Id<Role>> includes(Role role) {
        return role.includes().stream()
                .filter(included -> numbers.find(included) >= 0 && roles.get(number(included)) != null)
                .toList();
    }

    /** What a role gives if the roles that it includes give this. */
    long[] union(Role role, IntFunction<long[]> included) {
        long[] made = new long[wordCount()];
        for (Id<PermissionSet> set : role.sets()) {
            or(made, bitsOfSet(set));
        }
        for (Id<Role> one : includes(role)) {
            or(made, included.apply(number(one)));
        }
        andNot(made, bitsOf(role.exclusions()));
        return made;
    }

    long[] bitsOfSet(Id<PermissionSet> set) {
        long[] found = setBits.get(set);
        return found == null ? new long[permissions.size() / Long.SIZE] : found;
    }

    static void or(long[] into, long[] from) {
        for (int word = 0; word < into.length; word++) {
            into[word] |= from[word];
        }
    }

    private static long[] and(long[] one, long[] other) {
        long[] both = one.clone();
        for (int word = 0; word < both.length; word++) {
            both[word] &= other[word];
        }
        return both;
    }

    static void andNot(long[] from, long[] taken) {
        for (int word = 0; word < from.length; word++) {
            from[word] &= ~taken[word];
        }
    }

    /** The roles that there are, included ones before those that include them. */
    List<Role> inOrder() {
        return order.stream().map(roles::get).toList();
    }

    /** The number of a role if there is one now. */
    OptionalInt find(Id<Role> role) {
        int number = numbers.find(role);
        return number < 0 || roles.get(number) == null ? OptionalInt.empty() : OptionalInt.of(number);
    }

    int number(Id<Role> role) {
        int number = numbers.find(role);
        if (number < 0) {
            throw new IllegalArgumentException("there is no role with id " + role);
        }
        return number;
    }

    /** Whether both number permissions alike, so that bits of one can be held against bits of the other. */
    boolean isNumberedLike(RoleTable other) {
        return this == other || permissions.equals(other.permissions);
    }

    int count() {
        return bits.length;
    }

    /** How many words of bits all permissions take. */
    int wordCount() {
        return permissions.size() / Long.SIZE;
    }

    /** What a role gives where it has no variant. */
    long[] bits(int role) {
        return bits[role];
    }

    /** What a role gives in a tenant; its permissions of other apps count for nothing there. */
    long[] bits(int role, Id<Tenant> tenant) {
        long[] varied = variants.bits(role, tenant);
        return varied == null ? bits[role] : varied;
    }

    RoleVariants variants() {
        return variants;
    }

    /** First word and end word of an app's permissions. */
    int[] words(Id<App> app) {
        return appWords.getOrDefault(app, new int[] {0, 0});
    }

    int permissionNumber(Permission permission) {
        return permissionNumbers.getOrDefault(permission, -1);
    }

    Permission permission(int number) {
        return permissions.get(number);
    }

    boolean gives(int role, Id<Tenant> tenant, int permission) {
        return (bits(role, tenant)[permission >> 6] & 1L << permission) != 0;
    }

    /** A role, and the tenant in which it has a variant or includes one that has. */
    private record RoutesKey(int role, Optional<Id<Tenant>> tenant) {}

    /** Every way from the role to a set in a tenant, nearest first. Worked out when first asked for, then kept. */
    List<RoleRoute> routes(int role, Id<Tenant> tenant) {
        Optional<Id<Tenant>> varied = variants.bits(role, tenant) == null ? Optional.empty() : Optional.of(tenant);
        return routes.computeIfAbsent(new RoutesKey(role, varied), this::findRoutes);
    }

    private record Step(List<Id<Role>> chain, Role role, long[] kept) {}

    private List<RoleRoute> findRoutes(RoutesKey key) {
        List<RoleRoute> found = new ArrayList<>();
        int words = permissions.size() / Long.SIZE;
        long[] everything = new long[words];
        Arrays.fill(everything, -1L);
        Deque<Step> open = new ArrayDeque<>();
        Role first = roles.get(key.role());
        open.add(new Step(List.of(first.id()), first, everything));
        while (!open.isEmpty()) {
            Step step = open.remove();
            long[] kept = step.kept().clone();
            Optional<RoleVariant> variant =
                    key.tenant().flatMap(tenant -> variants.find(step.role().id(), tenant));
            variant.ifPresent(varied -> {
                andNot(kept, bitsOf(varied.exclusions()));
                varied.sets().forEach(set -> found.add(new RoleRoute(step.chain(), set, and(bitsOfSet(set), kept))));
            });
            andNot(kept, bitsOf(step.role().exclusions()));
            step.role().sets().forEach(set -> found.add(new RoleRoute(step.chain(), set, and(bitsOfSet(set), kept))));
            for (Id<Role> included : includes(step.role())) {
                List<Id<Role>> chain = new ArrayList<>(step.chain());
                chain.add(included);
                open.add(new Step(List.copyOf(chain), roles.get(number(included)), kept));
            }
        }
        return List.copyOf(found);
    }
}
