package wexa.core.consistency;

import java.time.Instant;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.consistency.TenantObject.GroupState;
import wexa.core.consistency.TenantObject.RoleState;

/**
 * What of an object a change is about: the whole of it, when it comes or goes, or single fields. Each member of a group,
 * each permission of a role and each further attribute of an account is a field of its own, so that a step leaves alone
 * what others changed, and what was stopped.
 */
public record Fields(SortedSet<String> names) {
    private static final String ALL = "*";
    /** Whether an account is open. */
    public static final String ACTIVITY = "activity";

    static final String SEAT_FIELD = "seats";
    static final String USER_NAME = "userName";
    static final String MEMBER = "member:";
    private static final String PERMISSION = "permission:";
    static final String ATTRIBUTE = "attribute:";
    static final String VALUE = "value:";

    public static final Fields WHOLE = of(Set.of(ALL));
    public static final Fields SEATS = of(Set.of(SEAT_FIELD));
    public static final Fields NONE = of(Set.of());
    /** What an account says of whose it is. */
    static final Fields OF_PERSON = of(Set.of("givenName", "familyName", "mail", "phone"));
    /** An account that is to be closed is not made for that. */
    static final Fields CLOSING = of(Set.of(ACTIVITY, SEAT_FIELD));

    static final Fields NAME = of(Set.of("name"));

    public Fields {
        names = Collections.unmodifiableSortedSet(new TreeSet<>(names));
    }

    public static Fields of(Collection<String> names) {
        return new Fields(new TreeSet<>(names));
    }

    static Fields member(ObjectKey account) {
        return of(Set.of(MEMBER + account));
    }

    /** Whether an account has a value that stands for a role. */
    static Fields value(String name) {
        return of(Set.of(VALUE + name));
    }

    /** All members that a group should have: what others put into it stays. */
    static Fields members(TenantObject group) {
        return group instanceof GroupState known
                ? of(known.members().stream().map(member -> MEMBER + member).toList())
                : WHOLE;
    }

    /** What differs between two states of an object; the whole where one of them is not there. */
    public static Fields between(Optional<TenantObject> before, Optional<TenantObject> after) {
        if (before.isEmpty() || after.isEmpty()) {
            return before.equals(after) ? NONE : WHOLE;
        }
        Set<String> found = new TreeSet<>();
        if (before.get() instanceof AccountState was && after.get() instanceof AccountState is) {
            add(found, USER_NAME, was.userName(), is.userName());
            add(found, "givenName", was.givenName(), is.givenName());
            add(found, "familyName", was.familyName(), is.familyName());
            add(found, "mail", was.mail(), is.mail());
            add(found, "phone", was.phone(), is.phone());
            add(found, ACTIVITY, was.activity(), is.activity());
            add(found, SEAT_FIELD, was.seats(), is.seats());
            Set<String> names = new TreeSet<>(was.attributes().keySet());
            names.addAll(is.attributes().keySet());
            names.forEach(name -> add(
                    found,
                    ATTRIBUTE + name,
                    Optional.ofNullable(was.attributes().get(name)),
                    Optional.ofNullable(is.attributes().get(name))));
            addEach(found, VALUE, was.held(), is.held());
        } else if (before.get() instanceof GroupState was && after.get() instanceof GroupState is) {
            add(found, "name", was.name(), is.name());
            addEach(found, MEMBER, was.members(), is.members());
        } else if (before.get() instanceof RoleState was && after.get() instanceof RoleState is) {
            add(found, "name", was.name(), is.name());
            addEach(found, PERMISSION, was.permissions(), is.permissions());
        } else if (before.get() instanceof AssignmentState was && after.get() instanceof AssignmentState is) {
            add(found, "subject", was.subject(), is.subject());
            add(found, "role", was.role(), is.role());
            add(found, "area", was.area(), is.area());
            add(found, "until", was.until(), is.until());
        } else {
            return WHOLE;
        }
        return of(found);
    }

    private static void add(Set<String> to, String name, Object was, Object is) {
        if (!Objects.equals(was, is)) {
            to.add(name);
        }
    }

    private static void addEach(Set<String> to, String prefix, Set<String> was, Set<String> is) {
        was.stream().filter(one -> !is.contains(one)).forEach(one -> to.add(prefix + one));
        is.stream().filter(one -> !was.contains(one)).forEach(one -> to.add(prefix + one));
    }

    public boolean isEmpty() {
        return names.isEmpty();
    }

    public boolean isWhole() {
        return names.contains(ALL);
    }

    /** Whether whatever is about the others is about these as well. */
    public boolean cover(Fields others) {
        return isWhole() || names.containsAll(others.names);
    }

    /**
     * What is left of these fields once others were carried as they stand in one state, and another is wanted: what is the
     * same in both has been carried.
     */
    public Fields less(Fields carried, Optional<TenantObject> asCarried, Optional<TenantObject> wanted) {
        Fields differing = between(asCarried, wanted);
        if (isWhole() || differing.isWhole()) {
            return carried.isWhole() && differing.isEmpty() ? NONE : this;
        }
        Set<String> left = new TreeSet<>(names);
        left.removeIf(name -> carried.include(name) && !differing.names.contains(name));
        return of(left);
    }

    public Fields and(Fields others) {
        if (isWhole() || others.isWhole()) {
            return WHOLE;
        }
        Set<String> both = new TreeSet<>(names);
        both.addAll(others.names);
        return of(both);
    }

    /** Seats of an account are set by a step of their own. */
    boolean includeSeats() {
        return isWhole() || names.contains(SEAT_FIELD);
    }

    Fields withoutSeats() {
        Set<String> left = new TreeSet<>(names);
        left.remove(SEAT_FIELD);
        return of(left);
    }

    /** These fields of a state, in words for a machine. */
    String told(TenantObject state) {
        if (isWhole()) {
            return state.toString();
        }
        SortedMap<String, String> told = new TreeMap<>();
        for (String name : names) {
            told.put(name, value(name, state));
        }
        return told.toString();
    }

    /** What a state has in a field, in words for a machine. */
    static String value(String name, TenantObject state) {
        return switch (state) {
            case GroupState group
            when name.startsWith(MEMBER) -> Boolean.toString(group.members().contains(name.substring(MEMBER.length())));
            case GroupState group -> group.name();
            case RoleState role
            when name.startsWith(PERMISSION) ->
                Boolean.toString(role.permissions().contains(name.substring(PERMISSION.length())));
            case RoleState role -> role.name();
            case AccountState account -> value(name, account);
            case AssignmentState assignment ->
                switch (name) {
                    case "subject" -> assignment.subject();
                    case "role" -> assignment.role();
                    case "area" -> assignment.area().orElse("");
                    case "until" -> assignment.until().map(Instant::toString).orElse("");
                    default -> throw new IllegalArgumentException("no assignment has a field " + name);
                };
        };
    }

    private static String value(String name, AccountState account) {
        if (name.startsWith(VALUE)) {
            return Boolean.toString(account.held().contains(name.substring(VALUE.length())));
        }
        if (name.startsWith(ATTRIBUTE)) {
            return account.attributes().getOrDefault(name.substring(ATTRIBUTE.length()), "");
        }
        return switch (name) {
            case USER_NAME -> account.userName();
            case "givenName" -> account.givenName();
            case "familyName" -> account.familyName();
            case "mail" -> account.mail().orElse("");
            case "phone" -> account.phone().orElse("");
            case ACTIVITY -> account.activity().name();
            case SEAT_FIELD -> String.join(",", account.seats());
            default -> throw new IllegalArgumentException("no account has a field " + name);
        };
    }

    /** Members that a step about these fields names, of all that the group should have. */
    Collection<String> membersOf(GroupState group) {
        return group.members().stream()
                .filter(member -> include(MEMBER + member))
                .toList();
    }

    public boolean include(String name) {
        return isWhole() || names.contains(name);
    }

    /**
     * The object as it is, with these fields as they are wanted. The seats of an account are only taken over by name. No
     * address and no phone number is taken away where none is wanted: whoever entered it may need it.
     */
    TenantObject taken(TenantObject is, TenantObject wanted) {
        if (is instanceof AccountState old && wanted instanceof AccountState fresh) {
            return account(old, fresh);
        }
        if (is instanceof GroupState old && wanted instanceof GroupState fresh) {
            return new GroupState(
                    pick("name", old.name(), fresh.name()), pickEach(MEMBER, old.members(), fresh.members()));
        }
        if (is instanceof RoleState old && wanted instanceof RoleState fresh) {
            return new RoleState(
                    pick("name", old.name(), fresh.name()),
                    pickEach(PERMISSION, old.permissions(), fresh.permissions()));
        }
        if (is instanceof AssignmentState old && wanted instanceof AssignmentState fresh) {
            return new AssignmentState(
                    pick("subject", old.subject(), fresh.subject()),
                    pick("role", old.role(), fresh.role()),
                    pick("area", old.area(), fresh.area()),
                    pick("until", old.until(), fresh.until()));
        }
        return wanted;
    }

    private AccountState account(AccountState old, AccountState fresh) {
        if (!fresh.isNamed()) {
            return new AccountState(
                            pick(USER_NAME, old.userName(), fresh.userName()),
                            old.givenName(),
                            old.familyName(),
                            old.mail(),
                            old.phone(),
                            pick(ACTIVITY, old.activity(), fresh.activity()),
                            old.seats(),
                            old.attributes())
                    .holding(held(old, fresh));
        }
        Map<String, String> attributes = new HashMap<>(old.attributes());
        Set<String> known = new HashSet<>(old.attributes().keySet());
        known.addAll(fresh.attributes().keySet());
        for (String name : known) {
            if (include(ATTRIBUTE + name)) {
                attributes.remove(name);
                Optional.ofNullable(fresh.attributes().get(name)).ifPresent(value -> attributes.put(name, value));
            }
        }
        return new AccountState(
                        pick(USER_NAME, old.userName(), fresh.userName()),
                        pick("givenName", old.givenName(), fresh.givenName()),
                        pick("familyName", old.familyName(), fresh.familyName()),
                        pick("mail", old.mail(), fresh.mail().or(old::mail)),
                        pick("phone", old.phone(), fresh.phone().or(old::phone)),
                        pick(ACTIVITY, old.activity(), fresh.activity()),
                        names.contains(SEAT_FIELD) ? fresh.seats() : old.seats(),
                        attributes)
                .holding(held(old, fresh));
    }

    /** Values that nobody asks for stay, unless the step is about them by name. */
    private Set<String> held(AccountState old, AccountState fresh) {
        Set<String> held = new HashSet<>(old.held());
        held.removeIf(value ->
                names.contains(VALUE + value) || (isWhole() && fresh.values().containsKey(value)));
        fresh.held().stream().filter(value -> include(VALUE + value)).forEach(held::add);
        return held;
    }

    private <T> T pick(String name, T is, T wanted) {
        return include(name) ? wanted : is;
    }

    private Set<String> pickEach(String prefix, Set<String> is, Set<String> wanted) {
        Set<String> found = new HashSet<>();
        is.stream()
                .filter(one -> !include(prefix + one) || wanted.contains(one))
                .forEach(found::add);
        wanted.stream().filter(one -> include(prefix + one)).forEach(found::add);
        return found;
    }
}
