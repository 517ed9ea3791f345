package wexa.server.tenants;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import wexa.core.access.AccessIndex;
import wexa.core.consistency.Difference;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.TenantObject;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.consistency.TenantObject.GroupState;
import wexa.core.model.Account;
import wexa.core.model.Area;
import wexa.core.model.Binding;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Sensitivity;
import wexa.core.model.Tenant;
import wexa.core.role.Sensitivities;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/** What a difference means: whose it is, what somebody can do by it, and how sensitive that is. Costs the roles that it is about. */
final class DifferenceWords {
    private static final int MOST_NAMES = 3;

    private final Model model;
    private final AccessIndex index;
    private final Tenant tenant;
    private final Map<String, Instant> since;
    private @Nullable Sensitivities known;

    /** @param since when objects began to differ, by their keys */
    DifferenceWords(Model model, AccessIndex index, Tenant tenant, Map<String, Instant> since) {
        this.model = model;
        this.index = index;
        this.tenant = tenant;
        this.since = Map.copyOf(since);
    }

    TenantViews.DifferenceView of(Difference difference) {
        TenantViews.DifferenceView plain = Differences.words(difference);
        Optional<Person> person = person(difference);
        Optional<Role> role = role(difference);
        return new TenantViews.DifferenceView(
                plain.object(),
                plain.type(),
                name(difference, plain, role),
                plain.square(),
                text(difference, plain),
                plain.giving(),
                person.map(one -> one.id().value()).orElse(null),
                person.map(Person::name).orElse(""),
                role.map(this::sensitivity).map(Enum::name).orElse(null),
                since.get(plain.object()));
    }

    private static @Nullable AssignmentState assignment(Difference difference) {
        return difference.desired().or(difference::observed).orElseThrow() instanceof AssignmentState state
                ? state
                : null;
    }

    private Optional<Person> person(Difference difference) {
        AssignmentState assignment = assignment(difference);
        return (assignment == null ? Optional.of(difference.object()) : ObjectKey.read(assignment.subject()))
                .filter(key -> key.type() == ObjectKey.Type.ACCOUNT)
                .flatMap(key -> model.table(Kind.ACCOUNT).find(Id.<Account>of(key.id())))
                .flatMap(Account::person)
                .flatMap(model.people()::find);
    }

    /** The role that is given, written as a group, or is another there. */
    private Optional<Role> role(Difference difference) {
        AssignmentState assignment = assignment(difference);
        if (assignment != null) {
            return ObjectKey.read(assignment.role())
                    .flatMap(key -> model.roles().find(Id.<Role>of(key.id())));
        }
        return switch (difference.object().type()) {
            case ROLE -> model.roles().find(Id.<Role>of(difference.object().id()));
            case GROUP ->
                model.table(Kind.BINDING)
                        .find(Id.<Binding>of(difference.object().id()))
                        .flatMap(binding -> model.roles().find(binding.role()));
            case ACCOUNT, ASSIGNMENT -> Optional.empty();
        };
    }

    private Sensitivity sensitivity(Role role) {
        Set<Permission> given = index.permissionsOf(role.id(), tenant.id());
        Sensitivities sensitivities = known == null ? new Sensitivities(model) : known;
        known = sensitivities;
        return sensitivities.of(role, given);
    }

    private String name(Difference difference, TenantViews.DifferenceView plain, Optional<Role> role) {
        AssignmentState assignment = assignment(difference);
        if (assignment == null) {
            return plain.name();
        }
        return role.map(Role::name).orElse("a role that nobody knows here")
                + subject(assignment)
                + assignment.area().map(this::area).orElse("");
    }

    private String subject(AssignmentState assignment) {
        return ObjectKey.read(assignment.subject())
                .filter(key -> key.type() == ObjectKey.Type.GROUP)
                .flatMap(key -> model.groups().find(Id.of(key.id())))
                .map(group -> " of " + group.name())
                .orElse("");
    }

    private String area(String key) {
        return " at "
                + model.table(Kind.AREA).by(Area.BY_TENANT, tenant.id()).stream()
                        .filter(one -> one.key().text().equals(key))
                        .findFirst()
                        .map(Area::name)
                        .orElse(key);
    }

    /** Members are told by name while they are few. */
    private String text(Difference difference, TenantViews.DifferenceView plain) {
        TenantObject wanted = difference.desired().orElse(null);
        TenantObject seen = difference.observed().orElse(null);
        if (wanted instanceof GroupState should && seen instanceof GroupState is) {
            List<String> parts = new ArrayList<>();
            named("missing", should.members(), is.members()).ifPresent(parts::add);
            named("too many", is.members(), should.members()).ifPresent(parts::add);
            return parts.isEmpty() ? plain.text() : String.join(", ", parts);
        }
        if (wanted instanceof AccountState should && seen instanceof AccountState is) {
            List<String> parts = new ArrayList<>(List.of(plain.text()));
            if (!should.userName().equals(is.userName())) {
                parts.add("user name there: " + is.userName());
            }
            return String.join(", ", parts);
        }
        return plain.text();
    }

    private Optional<String> named(String how, Set<String> some, Set<String> others) {
        Set<String> left = new TreeSet<>(some);
        left.removeAll(others);
        if (left.isEmpty() || left.size() > MOST_NAMES) {
            return left.isEmpty() ? Optional.empty() : Optional.of(left.size() + " members " + how);
        }
        return Optional.of(how + ": "
                + String.join(
                        ", ",
                        left.stream()
                                .map(member -> ObjectKey.read(member)
                                        .flatMap(
                                                key -> model.table(Kind.ACCOUNT).find(Id.<Account>of(key.id())))
                                        .flatMap(Account::person)
                                        .flatMap(model.people()::find)
                                        .map(Person::name)
                                        .orElse("an account that nobody knows"))
                                .toList()));
    }
}
