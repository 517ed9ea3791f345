package wexa.core;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import wexa.core.model.Absence;
import wexa.core.model.Assignment;
import wexa.core.model.Binding;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.Group;
import wexa.core.model.GroupProvision;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.RoleVariant;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** Effects made at random on a random model. */
public final class RandomEffects {
    private RandomEffects() {}

    /** Puts in, takes out, moves and ends facts of all kinds that access depends on. */
    public static List<Effect> of(RandomModel made, Model model) {
        List<Effect> effects = new ArrayList<>();
        Person newcomer = new Person(
                made.id(),
                wexa.core.value.Handle.of("new." + Math.abs(made.random.nextInt())),
                "New",
                "Comer",
                Optional.empty(),
                Optional.empty(),
                wexa.core.value.Key.of("skerrow"),
                Optional.empty(),
                java.util.Map.of());
        effects.add(Effect.make(newcomer));
        List<Person> everybody = new ArrayList<>(model.people().stream().toList());
        everybody.add(newcomer);
        effects.add(Effect.make(new Engagement(
                made.id(),
                made.pick(everybody).id(),
                wexa.core.model.EngagementKind.EMPLOYEE,
                Optional.empty(),
                made.pick(made.units).id(),
                "Guide",
                Optional.empty(),
                made.window())));
        effects.add(Effect.make(new Membership(
                made.id(),
                new Subject.OfPerson(made.pick(everybody).id()),
                made.groups.get(1).id(),
                made.window(),
                "")));
        Tenant tenant = made.pick(made.tenants);
        effects.add(Effect.make(new Assignment(
                made.id(),
                new Subject.OfPerson(newcomer.id()),
                made.pick(made.roles).id(),
                tenant.id(),
                made.areaIn(tenant),
                made.window(),
                Optional.empty(),
                "")));
        Person valued = made.pick(made.people);
        effects.add(Effect.replace(
                model.people().get(valued.id()), model.people().get(valued.id()).with(made.values())));
        List<Membership> memberships = model.table(Kind.MEMBERSHIP).stream().toList();
        effects.add(Effect.drop(made.pick(memberships)));
        Assignment assignment = made.pick(model.table(Kind.ASSIGNMENT).stream().toList());
        effects.add(Effect.replace(
                assignment,
                new Assignment(
                        assignment.id(),
                        assignment.subject(),
                        made.pick(made.roles).id(),
                        assignment.tenant(),
                        assignment.area(),
                        Window.from(RandomModel.NOW.minusSeconds(60)),
                        assignment.engagement(),
                        "moved",
                        assignment.absence())));
        Engagement engagement = made.pick(model.table(Kind.ENGAGEMENT).stream().toList());
        effects.add(Effect.replace(
                engagement,
                new Engagement(
                        engagement.id(),
                        engagement.person(),
                        engagement.kind(),
                        engagement.staffNumber(),
                        engagement.unit(),
                        engagement.job(),
                        engagement.manager(),
                        made.window())));
        List<Binding> bindings = model.table(Kind.BINDING).stream()
                .filter(binding -> binding.found().isEmpty())
                .toList();
        if (!bindings.isEmpty()) {
            effects.add(made.pick(bindings).ended());
        }
        model.table(Kind.GROUP_PROVISION).stream()
                .findFirst()
                .ifPresent(provision -> effects.add(Effect.drop(provision)));
        Id<Group> provisioned = made.pick(made.groups).id();
        if (!GroupProvision.isOf(provisioned, tenant.id(), model)) {
            effects.add(Effect.make(new GroupProvision(made.id(), provisioned, tenant.id())));
        }
        model.table(Kind.ROLE_VARIANT).stream().findFirst().ifPresent(variant -> effects.add(Effect.drop(variant)));
        Absence absence = made.pick(model.table(Kind.ABSENCE).stream().toList());
        effects.add(Effect.replace(
                absence,
                new Absence(
                        absence.id(),
                        absence.person(),
                        absence.manner(),
                        made.window(),
                        absence.seats(),
                        "back at another time")));
        effects.add(Effect.make(made.cover(absence)));
        Role edited = model.roles().get(made.pick(made.roles).id());
        effects.add(Effect.replace(edited, EveryKind.otherwise(edited, made)));
        Role role = made.roles.get(made.random.nextInt(4) * 2 + 1);
        if (RoleVariant.of(role.id(), tenant.id(), model).isEmpty()) {
            effects.add(Effect.make(made.variant(role, tenant)));
        }
        effects.add(Effect.make(new Binding(
                made.id(),
                made.pick(made.roles).id(),
                tenant.id(),
                made.areaIn(tenant),
                made.pick(List.of(Binding.Manner.values())),
                "Group " + made.random.nextInt(),
                Optional.empty(),
                false)));
        return effects;
    }
}
