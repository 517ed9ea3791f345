package wexa.core.preview;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import wexa.core.RandomModel;
import wexa.core.SampleEntries;
import wexa.core.access.AccessIndex;
import wexa.core.conflict.ConflictCodes;
import wexa.core.conflict.Conflicts;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.governance.ApprovalPolicy;
import wexa.core.governance.AutomaticChangePolicy;
import wexa.core.intake.Entry;
import wexa.core.likeness.Peers;
import wexa.core.likeness.Trait;
import wexa.core.model.Area;
import wexa.core.model.ConflictRule;
import wexa.core.model.ConflictRule.Counted;
import wexa.core.model.ConflictRule.Manner;
import wexa.core.model.Effect;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/** Drafts that would bring together what a rule keeps apart. */
class ConflictFindingsTest {
    private final RandomModel made = new RandomModel(7);
    private final Tenant tenant = made.tenants.get(1);
    private final Id<Area> area = made.areas.get(5).id();
    private final Person person = made.people.get(0);
    private final Role records = role("records", "see");
    private final Role approves = role("approves", "approve");

    private Role role(String key, String action) {
        Permission permission = new Permission(Key.of("app-1"), Key.of("type-3"), Key.of(action));
        PermissionSet set = new PermissionSet(
                made.id(), Key.of(key), key, "", made.apps.get(1).id(), Set.of(permission));
        made.sets.add(set);
        Role role = new Role(made.id(), Key.of(key), key, "", Optional.empty(), List.of(set.id()), List.of(), Set.of());
        made.roles.add(role);
        return role;
    }

    private Snapshot snapshot(Manner manner, Set<Counted> counted) {
        made.assignments.clear();
        made.mappings.clear();
        List<wexa.core.model.Fact> facts = new ArrayList<>();
        wexa.core.model.Kind.all().forEach(kind -> made.model().table(kind).forEach(facts::add));
        facts.add(new ConflictRule(
                made.id(),
                Key.of("apart"),
                "Sees and approves",
                "",
                Optional.empty(),
                side("see"),
                side("approve"),
                ConflictRule.Within.AREA,
                counted,
                manner));
        return Snapshot.compile(1, wexa.core.model.Model.of(facts));
    }

    private static ConflictRule.Side side(String action) {
        return new ConflictRule.Side(
                Set.of(new Permission(Key.of("app-1"), Key.of("type-3"), Key.of(action))), Set.of());
    }

    private Entry give(Role role, String... more) {
        List<String> fields = new ArrayList<>(List.of(
                "id",
                made.id().toString(),
                "subject",
                "person:" + person.id(),
                "role",
                role.id().toString(),
                "tenant",
                tenant.id().toString(),
                "area",
                area.toString()));
        fields.addAll(List.of(more));
        return SampleEntries.entry(made, "assignment.give", fields.toArray(String[]::new));
    }

    private static Preview preview(Snapshot snapshot, List<Entry> entries) {
        return Preview.of(snapshot, entries, RandomModel.NOW, ZoneOffset.UTC);
    }

    private static List<Code> codes(Preview preview, int entry) {
        return preview.outcomes().get(entry).findings().stream()
                .map(Finding::code)
                .toList();
    }

    @Test
    void whatARuleForbidsIsHeldBackAndTheRestIsReady() {
        Snapshot snapshot = snapshot(Manner.BLOCK, Set.of(Counted.BLOCKED));
        Preview preview = preview(snapshot, List.of(give(records), give(approves)));
        assertThat(preview.outcomes())
                .extracting(Preview.Outcome::state)
                .containsExactly(Preview.State.READY, Preview.State.TO_SETTLE);
        assertThat(codes(preview, 1)).contains(ConflictCodes.CONFLICT_BLOCKS);
        assertThat(new Conflicts(preview.model(), preview.index()).of(person.id(), RandomModel.NOW))
                .isEmpty();
        assertThat(preview.effects()).hasSize(1);
    }

    @Test
    void whatARuleWarnsOfIsReadyAndHoldsWhatNobodyDrafted() {
        Snapshot snapshot = snapshot(Manner.WARN, Set.of(Counted.BLOCKED));
        Preview preview = preview(snapshot, List.of(give(records), give(approves)));
        assertThat(preview.outcomes()).extracting(Preview.Outcome::state).containsOnly(Preview.State.READY);
        assertThat(codes(preview, 0)).doesNotContain(ConflictCodes.CONFLICT_WARNS);
        assertThat(codes(preview, 1)).contains(ConflictCodes.CONFLICT_WARNS);
        assertThat(new AutomaticChangePolicy(AutomaticChangePolicy.Mode.PASS, 100, 100)
                        .judge(preview, new AutomaticChangePolicy.Source(true, false, Set.of())))
                .extracting(AutomaticChangePolicy.Reason::cause)
                .containsExactly(AutomaticChangePolicy.Cause.CONFLICTS);
    }

    @Test
    void aSetThatComesToStandForMoreIsHeldAgainstWhoeverHasItAlready() {
        Permission looked = new Permission(Key.of("app-1"), Key.of("type-4"), Key.of("see"));
        PermissionSet named = new PermissionSet(
                made.id(), Key.of("named"), "Named", "", made.apps.get(1).id(), Set.of(looked));
        made.sets.add(named);
        Snapshot apart = snapshot(Manner.WARN, Set.of(Counted.BLOCKED));
        ConflictRule bySet = new ConflictRule(
                made.id(),
                Key.of("by-set"),
                "By a set",
                "",
                Optional.empty(),
                new ConflictRule.Side(Set.of(), Set.of(named.id()), Set.of()),
                side("approve"),
                ConflictRule.Within.AREA,
                Set.of(Counted.BLOCKED),
                Manner.BLOCK);
        Model model =
                preview(apart, List.of(give(records), give(approves))).model().with(List.of(Effect.make(bySet)));
        Entry edit = SampleEntries.entry(
                made,
                "permission-set.edit",
                "permission-set",
                named.id().toString(),
                "permissions",
                looked + ",app-1:type-3:see");
        Preview preview = preview(Snapshot.compile(2, model.folded()), List.of(edit));
        assertThat(codes(preview, 0)).contains(ConflictCodes.CONFLICT_BLOCKS);
    }

    @Test
    void aConflictThatWasThereBeforeIsNotTheDraftsFault() {
        Snapshot snapshot = snapshot(Manner.BLOCK, Set.of(Counted.BLOCKED));
        Preview first = preview(snapshot(Manner.WARN, Set.of(Counted.BLOCKED)), List.of(give(records), give(approves)));
        Snapshot conflicting = Snapshot.compile(2, first.model());
        assertThat(new Conflicts(conflicting.model(), conflicting.index()).of(person.id(), RandomModel.NOW))
                .hasSize(1);
        Preview more = preview(conflicting, List.of(give(role(), "until", "2026-12-24")));
        assertThat(codes(more, 0)).doesNotContain(ConflictCodes.CONFLICT_WARNS, ConflictCodes.CONFLICT_BLOCKS);
        assertThat(snapshot.version()).isLessThan(conflicting.version());
    }

    private Role role() {
        return made.roles.get(0);
    }

    @Test
    void whatBeginsLaterCountsWhereTheRuleSaysSo() {
        List<Entry> entries = List.of(give(records), give(approves, "from", "2026-12-24"));
        assertThat(codes(preview(snapshot(Manner.BLOCK, Set.of(Counted.BLOCKED, Counted.COMING)), entries), 1))
                .contains(ConflictCodes.CONFLICT_BLOCKS);
        assertThat(codes(preview(snapshot(Manner.BLOCK, Set.of(Counted.BLOCKED)), entries), 1))
                .doesNotContain(ConflictCodes.CONFLICT_BLOCKS);
    }

    @Test
    void peersHandOnOneSideAndMarkTheOther() {
        Snapshot snapshot = snapshot(Manner.WARN, Set.of());
        List<Trait> traits = List.of(
                trait(records, 9, Trait.Verdict.COMMON),
                trait(approves, 8, Trait.Verdict.COMMON),
                trait(role(), 2, Trait.Verdict.SOME));
        List<Trait> judged = new Peers(snapshot.model(), snapshot.index(), RandomModel.NOW)
                .judged(traits, person.id(), RandomModel.NOW);
        assertThat(judged)
                .extracting(Trait::verdict)
                .containsExactly(Trait.Verdict.COMMON, Trait.Verdict.CONFLICTS, Trait.Verdict.SOME);
        assertThat(judged.get(1).rule()).isPresent();
        Snapshot withOne =
                Snapshot.compile(2, preview(snapshot, List.of(give(approves))).model());
        assertThat(AccessIndex.compile(withOne.model())
                        .of(person.id(), RandomModel.NOW)
                        .count())
                .isPositive();
        assertThat(new Peers(withOne.model(), withOne.index(), RandomModel.NOW)
                        .judged(traits, person.id(), RandomModel.NOW))
                .extracting(Trait::verdict)
                .as("what the person has already decides")
                .containsExactly(Trait.Verdict.CONFLICTS, Trait.Verdict.COMMON, Trait.Verdict.SOME);
    }

    private Trait trait(Role role, int having, Trait.Verdict verdict) {
        return new Trait(
                new Trait.HasRole(role.id(), tenant.id(), Optional.of(area)), having, 10, verdict, Optional.empty());
    }

    private Entry except(String until) {
        return SampleEntries.entry(
                made,
                "conflict-exception.make",
                "id",
                made.id().toString(),
                "person",
                person.id().toString(),
                "conflict-rule",
                "apart",
                "until",
                until,
                "because",
                "winter rota",
                "control",
                "the lead reads every line");
    }

    @Test
    void whoIsExemptIsLetThroughWithAnothersApproval() {
        Snapshot snapshot = snapshot(Manner.BLOCK, Set.of(Counted.BLOCKED));
        Preview preview = preview(snapshot, List.of(give(records), give(approves), except("2027-01-31")));
        assertThat(preview.outcomes()).extracting(Preview.Outcome::state).containsOnly(Preview.State.READY);
        assertThat(preview.effects()).hasSize(3);
        assertThat(new Conflicts(preview.model(), preview.index()).of(person.id(), RandomModel.NOW))
                .as("it is a conflict all the same")
                .hasSize(1);
        assertThat(new ApprovalPolicy(false, false, 100).judge(preview))
                .containsExactly(new ApprovalPolicy.Reason(ApprovalPolicy.Cause.EXCEPTIONS, 1));
    }

    @Test
    void anExceptionCountsWhileItLasts() {
        Snapshot snapshot = snapshot(Manner.BLOCK, Set.of(Counted.BLOCKED, Counted.COMING));
        Preview preview =
                preview(snapshot, List.of(give(records), give(approves, "from", "2026-12-24"), except("2026-12-01")));
        assertThat(codes(preview, 1)).contains(ConflictCodes.CONFLICT_BLOCKS);
        assertThat(preview(snapshot, List.of(give(records), give(approves, "from", "2026-12-24"), except("2026-12-24")))
                        .outcomes())
                .extracting(Preview.Outcome::state)
                .containsOnly(Preview.State.READY);
    }

    @Test
    void anExceptionLastsAYearAtMostAndIsMadeOnce() {
        Snapshot snapshot = snapshot(Manner.BLOCK, Set.of(Counted.BLOCKED));
        assertThat(texts(preview(snapshot, List.of(except("2026-11-20"))))).containsExactly("conflict-exception.over");
        assertThat(texts(preview(snapshot, List.of(except("2027-11-23"))))).isEmpty();
        assertThat(texts(preview(snapshot, List.of(except("2027-12-24")))))
                .containsExactly("conflict-exception.too-long");
        Preview twice = preview(snapshot, List.of(except("2027-01-31"), except("2027-03-31")));
        assertThat(twice.outcomes().get(1).findings())
                .extracting(finding -> finding.code().text())
                .containsExactly("conflict-exception.already");
    }

    private static List<String> texts(Preview preview) {
        return preview.outcomes().get(0).findings().stream()
                .map(finding -> finding.code().text())
                .toList();
    }
}
