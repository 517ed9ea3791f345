package wexa.core.binding;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeSet;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.SampleEntries;
import wexa.core.consistency.AffectedSubjects;
import wexa.core.consistency.ChangedObjects;
import wexa.core.consistency.DesiredState;
import wexa.core.consistency.Fields;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.TenantObject;
import wexa.core.consistency.TenantObject.AssignmentState;
import wexa.core.consistency.TenantObject.GroupState;
import wexa.core.finding.Finding;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Account;
import wexa.core.model.Assignment;
import wexa.core.model.Binding;
import wexa.core.model.Capability;
import wexa.core.model.Effect;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Mapping;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Subject;
import wexa.core.model.Tenant;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Key;

/** Roles that are written as groups of a tenant. */
class BindingTest {
    private final RandomModel made = new RandomModel(11);
    private final Tenant tenant = made.tenants.get(0);
    private final Binding known = made.bindings.get(0);

    static LongStream seeds() {
        return LongStream.range(1, 61);
    }

    /** Where a person has which role in a tenant, by themselves or by a group, with effect. */
    private static Set<String> places(Person person, Tenant tenant, Snapshot snapshot) {
        Model model = snapshot.model();
        Set<String> places = new HashSet<>();
        boolean needsArea = model.appOf(tenant).needsArea();
        for (Assignment given : model.table(Kind.ASSIGNMENT).stream().toList()) {
            boolean isTheirs = given.subject() instanceof Subject.OfPerson one
                    ? one.person().equals(person.id())
                    : given.subject() instanceof Subject.OfGroup many && isIn(snapshot, person, many.group());
            boolean isNow = given.effective(model)
                    .filter(window -> window.contains(RandomModel.NOW))
                    .isPresent();
            if (isTheirs
                    && isNow
                    && given.tenant().equals(tenant.id())
                    && (given.area().isPresent() || !needsArea)) {
                places.add(given.role() + " " + given.area());
            }
        }
        for (Mapping mapping : model.table(Kind.MAPPING).stream().toList()) {
            if (mapping.tenant().equals(tenant.id())
                    && mapping.carriage() == Mapping.Carriage.CARRIED
                    && isIn(snapshot, person, mapping.directoryGroup())
                    && (mapping.area().isPresent() || !needsArea)) {
                places.add(mapping.role() + " " + mapping.area());
            }
        }
        return places;
    }

    private static Optional<String> key(Binding binding, Model model) {
        return binding.area().map(area -> model.table(Kind.AREA).get(area).key().text());
    }

    private static boolean isIn(Snapshot snapshot, Person person, Id<Group> group) {
        return snapshot.index().membersOf(group, RandomModel.NOW).all().contains(person.id());
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void inTheGroupIsWhoeverHasTheRoleWhereItStandsForIt(long seed) {
        RandomModel random = new RandomModel(seed);
        Snapshot snapshot = Snapshot.compile(1, random.model());
        Model model = snapshot.model();
        Map<Id<Binding>, Set<String>> expected = new HashMap<>();
        random.bindings.forEach(binding -> expected.put(binding.id(), new TreeSet<>()));
        for (Tenant each : random.tenants) {
            for (Person person : random.people) {
                Optional<Account> account =
                        Account.of(person.id(), each.id(), model).filter(Account::isOpen);
                boolean isHere = PersonStatus.of(model, person.id(), RandomModel.NOW) == PersonStatus.HERE;
                if (account.isPresent() && isHere) {
                    Set<String> here = places(person, each, snapshot);
                    random.bindings.stream()
                            .filter(binding -> binding.tenant().equals(each.id()))
                            .filter(binding -> here.contains(binding.role() + " " + binding.area()))
                            .forEach(binding -> expected.getOrDefault(binding.id(), new TreeSet<>())
                                    .add(ObjectKey.account(account.get().id()).toString()));
                }
            }
        }
        for (Tenant each : random.tenants) {
            SortedMap<ObjectKey, TenantObject> all =
                    new DesiredState(model, snapshot.index(), each, RandomModel.NOW).all();
            for (Binding binding : random.bindings) {
                Set<String> members = expected.getOrDefault(binding.id(), Set.of());
                boolean isWritten = binding.isWrittenIn(each);
                if (binding.manner() == Binding.Manner.GROUP) {
                    assertThat(Optional.ofNullable(all.get(ObjectKey.group(binding.id()))))
                            .as("%s in %s", binding, each.name())
                            .isEqualTo(
                                    isWritten
                                            ? Optional.of(new GroupState(binding.name(), members))
                                            : Optional.empty());
                } else if (isWritten) {
                    assertThat(having(valueOf(binding), all)).as("%s", binding).isEqualTo(members);
                }
            }
            assertThat(all.values())
                    .as("what is written as a group is not written as an assignment besides")
                    .noneMatch(state -> state instanceof AssignmentState given
                            && random.bindings.stream()
                                    .anyMatch(binding -> binding.isWrittenIn(each)
                                            && key(binding, model).equals(given.area())
                                            && ObjectKey.role(binding.role())
                                                    .toString()
                                                    .equals(given.role())));
        }
    }

    private static String valueOf(Binding binding) {
        return (binding.manner() == Binding.Manner.ROLE ? "roles:" : "entitlements:") + binding.name();
    }

    private static Set<String> having(String value, SortedMap<ObjectKey, TenantObject> all) {
        Set<String> found = new TreeSet<>();
        all.forEach((key, state) -> {
            if (state instanceof TenantObject.AccountState account
                    && account.held().contains(value)) {
                found.add(key.toString());
            }
        });
        return found;
    }

    private Preview preview(Model model, String form, String... namesAndValues) {
        Entry typed = new Intake(model, ZoneOffset.UTC, RandomModel.NOW)
                .withIds(SampleEntries.entry(made, form, namesAndValues));
        Entry aimed = new Entry(typed.id(), form, typed.fields(), Intake.target(typed, model));
        return Preview.of(Snapshot.compile(1, model), List.of(aimed), RandomModel.NOW, ZoneOffset.UTC);
    }

    private List<String> codes(String form, String... namesAndValues) {
        return preview(made.model(), form, namesAndValues).outcomes().get(0).findings().stream()
                .map(Finding::code)
                .map(code -> code.text())
                .toList();
    }

    private String role(int number) {
        return made.roles.get(number).id().toString();
    }

    @Test
    void whatCannotBeWrittenIsRefusedWithTheWayOut() {
        String here = tenant.id().toString();
        Tenant withoutGroups = made.tenants.stream()
                .filter(one -> !one.can(Capability.GROUPS))
                .findFirst()
                .orElseThrow();
        assertThat(codes(
                        "binding.make",
                        "id",
                        id(),
                        "role",
                        role(5),
                        "tenant",
                        withoutGroups.id().toString(),
                        "group",
                        "X"))
                .containsExactly("binding.no-groups");
        assertThat(codes("binding.make", "id", id(), "role", role(0), "tenant", here, "group", "Another"))
                .containsExactly("binding.bound-already");
        assertThat(codes(
                        "binding.make",
                        "id",
                        id(),
                        "role",
                        role(5),
                        "tenant",
                        here,
                        "group",
                        known.name().toUpperCase()))
                .containsExactly("binding.group-taken");
        assertThat(codes(
                        "binding.make",
                        "id",
                        id(),
                        "role",
                        role(5),
                        "tenant",
                        here,
                        "group",
                        "X",
                        "found",
                        "known-there"))
                .containsExactly("binding.group-taken");
        String elsewhere = made.areas.stream()
                .filter(area -> !area.tenant().equals(tenant.id()))
                .findFirst()
                .orElseThrow()
                .id()
                .toString();
        assertThat(codes("binding.make", "id", id(), "role", role(5), "tenant", here, "group", "X", "area", elsewhere))
                .containsExactly("binding.area-not-in-tenant");
        assertThat(codes("binding.edit", "binding", known.id().toString(), "group", ""))
                .containsExactly("field.missing");
    }

    private String id() {
        return made.id().toString();
    }

    private ChangedObjects touched(Preview preview) {
        Snapshot after = new Snapshot(2, preview.model(), preview.index());
        return ChangedObjects.between(
                preview.snapshot(), after, tenant, RandomModel.NOW, AffectedSubjects.by(preview, after));
    }

    @Test
    void aGroupThatWasThereBeforeKeepsWhomOthersPutIntoIt() {
        Model without = made.model().with(List.of(Effect.drop(known)));
        Preview preview = preview(
                without,
                "binding.make",
                "id",
                id(),
                "role",
                role(0),
                "tenant",
                tenant.id().toString(),
                "group",
                "Crew",
                "found",
                "crew-1");
        ObjectKey key = ObjectKey.group(
                preview.effects().get(0).after(Kind.BINDING).orElseThrow().id());
        Fields fields = touched(preview).fields().getOrDefault(key, Fields.NONE);
        assertThat(fields.isWhole()).isFalse();
        assertThat(fields.include("name")).isFalse();
    }

    @Test
    void aGroupThatWasThereBeforeStaysWhenItsBindingEnds() {
        Preview ended =
                preview(made.model(), "binding.end", "binding", known.id().toString());
        ObjectKey key = ObjectKey.group(known.id());
        assertThat(touched(ended).fields()).doesNotContainKey(key);
        assertThat(DesiredState.isReleased(key, ended.model())).isTrue();

        Preview again = preview(
                ended.model(),
                "binding.make",
                "role",
                role(6),
                "tenant",
                tenant.id().toString(),
                "group",
                known.name(),
                "found",
                "known-there");
        assertThat(again.effects()).hasSize(1);
        assertThat(again.effects().get(0).id())
                .as("known by the id that it had")
                .isEqualTo(known.id());
        assertThat(DesiredState.isReleased(key, again.model())).isFalse();
    }

    @Test
    void aGroupThatWexaMadeGoesWithItsBindingAndWithItsRole() {
        Binding own = made.bindings.get(1);
        Preview ended = preview(made.model(), "binding.end", "binding", own.id().toString());
        assertThat(touched(ended).fields()).containsEntry(ObjectKey.group(own.id()), Fields.WHOLE);

        Role free =
                new Role(made.id(), Key.of("free-one"), "Free", "", Optional.empty(), List.of(), List.of(), Set.of());
        Binding bound = new Binding(
                made.id(),
                free.id(),
                tenant.id(),
                Optional.empty(),
                Binding.Manner.GROUP,
                "Free",
                Optional.empty(),
                false);
        Model model = made.model().with(List.of(Effect.make(free), Effect.make(bound)));
        Preview retired = preview(model, "role.retire", "role", free.id().toString());
        assertThat(retired.model().table(Kind.BINDING).find(bound.id())).isEmpty();
    }
}
