package wexa.core.governance;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.SampleEntries;
import wexa.core.access.Access;
import wexa.core.access.AccessIndex;
import wexa.core.access.Usability;
import wexa.core.governance.ApprovalPolicy.Cause;
import wexa.core.governance.ApprovalPolicy.Reason;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.model.Assignment;
import wexa.core.model.Effect;
import wexa.core.model.Group;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Sensitivity;
import wexa.core.model.Subject;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.role.Sensitivities;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/** Which drafts need a second person, against a look at everybody at every instant. */
class ApprovalPolicyTest {
    static LongStream seeds() {
        return LongStream.range(1, 41);
    }

    private static Preview preview(Model model, List<Entry> entries) {
        List<Entry> aimed = entries.stream()
                .map(entry -> new Entry(entry.id(), entry.form(), entry.fields(), Intake.target(entry, model)))
                .toList();
        return Preview.of(Snapshot.compile(1, model), aimed, RandomModel.NOW, ZoneOffset.UTC);
    }

    private static Model privileged(RandomModel made, Role role) {
        Role set = new Role(
                role.id(),
                role.key(),
                role.name(),
                role.description(),
                role.owner(),
                role.sets(),
                role.includes(),
                role.exclusions(),
                role.stage(),
                Optional.of(Sensitivity.PRIVILEGED),
                role.source(),
                role.expected());
        return made.model().with(List.of(Effect.replace(role, set)));
    }

    /** What a person holds at an instant, and the roles that they have by themselves or by a group. */
    private record Having(Set<String> held, Set<String> usable, Set<String> privileged, Set<Id<Role>> roles) {
        static Having of(AccessIndex index, Id<Person> person, Instant at) {
            Model model = index.model();
            Having having = new Having(new HashSet<>(), new HashSet<>(), new HashSet<>(), new HashSet<>());
            if (model.people().find(person).isEmpty()) {
                return having;
            }
            Sensitivities sensitivities = new Sensitivities(model);
            for (Access.Reach reach : index.of(person, at).reaches()) {
                Usability usability = Usability.of(model, person, reach.tenant(), at);
                List<String> places = placesOf(reach, index);
                for (Permission permission : reach.permissions()) {
                    List<String> all = places.stream()
                            .map(place -> place + " " + permission)
                            .toList();
                    having.held.addAll(all);
                    if (usability.blocks(permission).isEmpty()) {
                        having.usable.addAll(all);
                    }
                    if (sensitivities.of(permission) == Sensitivity.PRIVILEGED) {
                        having.privileged.addAll(all);
                    }
                }
            }
            for (Assignment given : model.table(Kind.ASSIGNMENT).stream().toList()) {
                boolean isTheirs = given.subject() instanceof Subject.OfPerson one
                        ? one.person().equals(person)
                        : given.subject() instanceof Subject.OfGroup many && isIn(index, person, many.group(), at);
                if (isTheirs
                        && given.effective(model)
                                .filter(window -> window.contains(at))
                                .isPresent()) {
                    having.add(given.role(), index);
                }
            }
            model.table(Kind.MAPPING).stream()
                    .filter(mapping -> isIn(index, person, mapping.directoryGroup(), at))
                    .forEach(mapping -> having.add(mapping.role(), index));
            return having;
        }

        /** What holds at an area holds below it. */
        private static List<String> placesOf(Access.Reach reach, AccessIndex index) {
            List<String> places = new ArrayList<>();
            if (reach.area().isEmpty()) {
                places.add(reach.tenant() + " everywhere");
            }
            index.model().table(Kind.AREA).stream()
                    .filter(area -> area.tenant().equals(reach.tenant()))
                    .filter(area -> index.isAtOrAbove(reach.tenant(), reach.area(), Optional.of(area.id())))
                    .forEach(area -> places.add(area.id().toString()));
            return places;
        }

        private void add(Id<Role> role, AccessIndex index) {
            Model model = index.model();
            if (new Sensitivities(model).of(model.roles().get(role), index.permissionsOf(role))
                    == Sensitivity.PRIVILEGED) {
                roles.add(role);
            }
        }

        private static boolean isIn(AccessIndex index, Id<Person> person, Id<Group> group, Instant at) {
            return index.membersOf(group, at).all().contains(person);
        }

        boolean isSameAs(Having other) {
            return held.equals(other.held) && usable.equals(other.usable);
        }

        boolean isRaisedOver(Having before) {
            Set<String> gained = new HashSet<>(held);
            gained.removeAll(before.held);
            Set<String> started = new HashSet<>(usable);
            started.removeAll(before.usable);
            gained.addAll(started);
            gained.retainAll(privileged);
            return !gained.isEmpty() || !before.roles.containsAll(roles);
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whoGainsSomethingPrivilegedAndWhoseAccessChangesIsCounted(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = privileged(made, made.pick(made.roles));
        List<Entry> entries = new ArrayList<>(SampleEntries.of(made));
        entries.subList(5, entries.size()).removeIf(any -> made.random.nextInt(3) == 0);
        Preview preview = preview(model, entries);

        Set<Id<Person>> touched = new HashSet<>();
        Set<Id<Person>> raised = new HashSet<>();
        Set<Id<Person>> everybody = new HashSet<>();
        preview.model().people().stream().forEach(person -> everybody.add(person.id()));
        for (Instant at : preview.instants(200)) {
            for (Id<Person> person : everybody) {
                Having before = Having.of(preview.snapshot().index(), person, at);
                Having after = Having.of(preview.index(), person, at);
                if (!after.isSameAs(before)) {
                    touched.add(person);
                    if (after.isRaisedOver(before)) {
                        raised.add(person);
                    }
                }
            }
        }

        List<Reason> reasons = new ApprovalPolicy(true, true, 1).judge(preview);
        assertThat(seen(reasons, Cause.TOO_MANY_PEOPLE)).isEqualTo(touched.size() > 1 ? touched.size() : 0);
        assertThat(seen(reasons, Cause.PRIVILEGED)).isEqualTo(raised.size());
        assertThat(new ApprovalPolicy(false, false, Math.max(1, touched.size())).judge(preview))
                .as("what the policy lets one administrator do")
                .isEmpty();
    }

    private static int seen(List<Reason> reasons, Cause cause) {
        return reasons.stream()
                .filter(reason -> reason.cause() == cause)
                .mapToInt(Reason::seen)
                .sum();
    }

    @Test
    void whatIsPrivilegedIsGivenToAGroupThatNobodyIsIn() {
        RandomModel made = new RandomModel(4);
        String group = made.id().toString();
        Role role = made.roles.get(0);
        Model model = privileged(made, role);
        List<Entry> entries = List.of(
                SampleEntries.entry(made, "group.make", "id", group, "key", "empty-one", "name", "Empty"),
                SampleEntries.entry(
                        made,
                        "assignment.give",
                        "id",
                        made.id().toString(),
                        "subject",
                        "group:" + group,
                        "role",
                        role.key().text(),
                        "tenant",
                        made.tenants.get(0).id().toString()));
        Preview preview = preview(model, entries);
        assertThat(preview.effects()).as("%s", preview.outcomes()).hasSize(2);
        assertThat(ApprovalPolicy.USUAL.judge(preview)).containsExactly(new Reason(Cause.PRIVILEGED, 0));
        assertThat(ApprovalPolicy.USUAL.judge(preview(made.model(), entries)))
                .as("the same role, not privileged")
                .isEmpty();
    }

    @Test
    void whatIsPrivilegedIsNotMadeLessByOneAlone() {
        RandomModel made = new RandomModel(4);
        Permission permission = made.apps.get(0).permissions().get(0);
        Entry raise = SampleEntries.entry(
                made, "app.describe", "app", "app-0", "permission", permission.toString(), "sensitivity", "privileged");
        Entry lower = SampleEntries.entry(
                made, "app.describe", "app", "app-0", "permission", permission.toString(), "sensitivity", "normal");
        Preview raised = preview(made.model(), List.of(raise));
        assertThat(raised.effects()).hasSize(1);
        assertThat(ApprovalPolicy.USUAL.judge(preview(raised.model(), List.of(lower))))
                .contains(new Reason(Cause.LOWERED, 1));
        Role role = made.roles.get(7);
        assertThat(ApprovalPolicy.USUAL.judge(preview(
                        privileged(made, role),
                        List.of(SampleEntries.entry(
                                made, "role.edit", "role", role.id().toString(), "sensitivity", "normal")))))
                .contains(new Reason(Cause.LOWERED, 1));
    }

    @Test
    void aGroupThatATenantHadBeforeIsTakenOverByTwo() {
        RandomModel made = new RandomModel(4);
        List<String> fields = new ArrayList<>(List.of(
                "id",
                made.id().toString(),
                "role",
                made.roles.get(6).id().toString(),
                "tenant",
                made.tenants.get(0).id().toString(),
                "group",
                "Owners there"));
        assertThat(ApprovalPolicy.USUAL.judge(preview(made.model(), List.of(binding(made, fields)))))
                .as("one that Wexa makes")
                .isEmpty();
        fields.addAll(List.of("found", "owners-1"));
        assertThat(ApprovalPolicy.USUAL.judge(preview(made.model(), List.of(binding(made, fields)))))
                .containsExactly(new Reason(Cause.TENANT_GROUPS, 1));
    }

    private static Entry binding(RandomModel made, List<String> fields) {
        return SampleEntries.entry(made, "binding.make", fields.toArray(String[]::new));
    }

    @Test
    void aPolicyLetsAtLeastOnePersonBeChanged() {
        assertThatThrownBy(() -> new ApprovalPolicy(true, true, 0)).hasMessageContaining("at least one person");
    }
}
