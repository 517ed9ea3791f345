package wexa.core.role;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import wexa.core.RandomModel;
import wexa.core.SampleEntries;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.intake.DraftText;
import wexa.core.intake.Entry;
import wexa.core.model.ConflictRule;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Role;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.preview.Undo;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/** Roles and permission sets are made, changed and retired by changes like any other. */
class RoleChangeTest {
    private final RandomModel made = new RandomModel(11);
    private final Model model = made.model();
    private final PermissionSet set = made.sets.get(0);

    private Preview preview(Model on, List<Entry> entries) {
        return Preview.of(Snapshot.compile(1, on), entries, RandomModel.NOW, ZoneOffset.UTC);
    }

    private Preview text(Model on, String... lines) {
        DraftText read = DraftText.read(String.join("\n", lines), this::next, line -> Optional.empty());
        assertThat(read.refusals()).isEmpty();
        return preview(on, read.entries());
    }

    private UUID next() {
        return new UUID(made.random.nextLong(), made.random.nextLong());
    }

    private static List<Code> codes(Preview preview) {
        return preview.outcomes().stream()
                .flatMap(outcome -> outcome.findings().stream())
                .map(Finding::code)
                .toList();
    }

    private static Role role(Preview preview, String key) {
        return preview.model().roles().by(Role.BY_KEY, Key.of(key)).getFirst();
    }

    @Test
    void aRoleIsComposedGivenAndTightenedInOneDraft() {
        String permission = made.apps.get(0).permissions().getFirst().toString();
        String other = made.apps.get(0).permissions().get(1).toString();
        Preview preview = text(
                model,
                "make set night \"Night\" of app-0 about \"Holds it\" permissions " + permission + "," + other,
                "make role walker \"Night walker\" about \"Does it\" sets night",
                "make role senior \"Senior walker\" about \"Does it\" includes walker excluding " + other,
                "give role senior to person.1 in app-0/tenant-0");
        assertThat(preview.outcomes()).extracting(Preview.Outcome::state).containsOnly(Preview.State.READY);
        assertThat(role(preview, "senior").includes())
                .containsExactly(role(preview, "walker").id());

        Preview tightened = text(
                preview.model(), "change set night permissions " + permission, "change role senior without excluding");
        assertThat(codes(tightened)).isEmpty();
        assertThat(role(tightened, "senior").exclusions()).isEmpty();
        assertThat(tightened.model().table(Kind.PERMISSION_SET).by(PermissionSet.BY_KEY, Key.of("night")))
                .singleElement()
                .satisfies(night -> assertThat(night.permissions()).containsExactly(Permission.of(permission)));
    }

    @Test
    void nothingIsMadeThatHasOnlyABareName() {
        assertThat(codes(text(model, "make role r \"R\" sets " + set.key()))).containsExactly(Descriptions.MISSING);
        assertThat(codes(text(model, "make set s \"S\" of app-0"))).containsExactly(Descriptions.MISSING);
        Role described = made.roles.get(0);
        assertThat(codes(text(model, "change role " + described.key() + " without about")))
                .containsExactly(Descriptions.MISSING);
        Role bare = new Role(
                described.id(),
                described.key(),
                described.name(),
                "",
                described.owner(),
                described.sets(),
                described.includes(),
                described.exclusions());
        assertThat(codes(text(
                        model.with(List.of(Effect.replace(described, bare))),
                        "change role " + described.key() + " name \"Other\"")))
                .as("what was there before can still be changed")
                .containsExactly(Descriptions.STILL_MISSING);
    }

    @Test
    void aRoleDoesNotIncludeItself() {
        Preview chain = text(
                model,
                "make role a \"A\" about \"Does it\" sets " + set.key(),
                "make role b \"B\" about \"Does it\" includes a",
                "make role c \"C\" about \"Does it\" includes b");
        Preview circle = text(chain.model(), "change role a includes c");
        assertThat(codes(circle)).containsExactly(RoleChange.CYCLE);
        assertThat(circle.outcomes().getFirst().findings().getFirst().facts()).containsEntry("circle", "a → c → b → a");
        assertThat(codes(text(chain.model(), "change role a includes a"))).containsExactly(RoleChange.CYCLE);
    }

    @Test
    void whatDoesNotExistOrBitesNothingIsSaid() {
        assertThat(codes(text(
                        model, "make set bad \"Bad\" of app-0 about \"Holds it\" permissions app-0:type-0:conjure")))
                .containsExactly(PermissionSetChange.PERMISSION_UNKNOWN);
        assertThat(codes(text(
                        model,
                        "make role r \"R\" about \"Does it\" sets " + set.key() + " excluding app-0:type-0:conjure")))
                .containsExactly(PermissionSetChange.PERMISSION_UNKNOWN);
        Permission absent = made.apps.stream()
                .flatMap(app -> app.permissions().stream())
                .filter(permission -> !set.permissions().contains(permission))
                .findFirst()
                .orElseThrow();
        assertThat(codes(text(model, "make role r \"R\" about \"Does it\" sets " + set.key() + " excluding " + absent)))
                .containsExactly(RoleChange.EXCLUDES_NOTHING);
        assertThat(codes(text(model, "make role r \"R\" about \"Does it\""))).containsExactly(RoleChange.GIVES_NOTHING);
        assertThat(codes(text(model, "make role r \"R\" about \"Does it\" sets nothing")))
                .containsExactly(Code.REFERENCE_UNRESOLVED);
        assertThat(codes(text(
                        model, "make role " + made.roles.get(0).key() + " \"R\" about \"Does it\" sets " + set.key())))
                .containsExactly(RoleChange.KEY_TAKEN);
        assertThat(codes(text(model, "make set " + set.key() + " \"S\" of app-0 about \"Holds it\"")))
                .containsExactly(PermissionSetChange.KEY_TAKEN);
    }

    @Test
    void whatIsUsedIsNotRetired() {
        Preview chain = text(
                model,
                "make set s \"S\" of app-0 about \"Holds it\"",
                "make role a \"A\" about \"Does it\" sets s",
                "make role b \"B\" about \"Does it\" includes a");
        assertThat(codes(text(chain.model(), "retire set s"))).containsExactly(PermissionSetChange.IN_USE);
        assertThat(codes(text(chain.model(), "retire role a"))).containsExactly(RoleChange.INCLUDED);
        ConflictRule rule = new ConflictRule(
                made.id(),
                Key.of("both"),
                "Both",
                "",
                Optional.empty(),
                new ConflictRule.Side(Set.of(), Set.of(role(chain, "b").id())),
                new ConflictRule.Side(Set.copyOf(made.apps.get(0).permissions().subList(0, 1)), Set.of()),
                ConflictRule.Within.TENANT,
                Set.of(),
                ConflictRule.Manner.WARN);
        Model ruled = chain.model().with(List.of(Effect.make(rule)));
        assertThat(codes(text(ruled, "retire role b"))).containsExactly(RoleChange.IN_RULE);
        Preview all = text(chain.model(), "retire set s", "retire role a", "retire role b");
        assertThat(codes(all))
                .as("in the order given, each is still part of another")
                .isNotEmpty();
        Preview outermost = text(chain.model(), "retire role b", "retire role a", "retire set s");
        assertThat(codes(outermost)).isEmpty();
        assertThat(outermost.model().roles().size()).isEqualTo(model.roles().size());
    }

    @Test
    void aRetiredRoleTakesItsAssignmentsWithItAndComesBackWithThem() {
        Role given = made.roles.stream()
                .filter(role ->
                        made.roles.stream().noneMatch(other -> other.includes().contains(role.id())))
                .filter(role ->
                        made.assignments.stream().anyMatch(one -> one.role().equals(role.id())))
                .findFirst()
                .orElseThrow();
        Preview retired = preview(
                model,
                List.of(SampleEntries.entry(
                        made, "role.retire", "role", given.id().toString())));
        assertThat(codes(retired)).isEmpty();
        assertThat(retired.readySentences().getFirst()).contains(" with it");
        assertThat(retired.model().table(Kind.ASSIGNMENT).stream()
                        .filter(one -> one.role().equals(given.id())))
                .isEmpty();
        Undo undo =
                Undo.of(retired.effects(), retired.model(), RandomModel.NOW.plusSeconds(9), ZoneOffset.UTC, this::next);
        Model back = preview(retired.model(), undo.entries()).model();
        assertThat(back.roles().find(Id.of(given.id().value()))).contains(given);
        assertThat(back.table(Kind.ASSIGNMENT).stream().filter(one -> one.role().equals(given.id())))
                .hasSameSizeAs(made.assignments.stream()
                        .filter(one -> one.role().equals(given.id())
                                && one.window().until().isAfter(RandomModel.NOW.plusSeconds(9)))
                        .toList());
    }

    private Model with(ConflictRule.Within within, Permission one, Permission other) {
        return model.with(List.of(Effect.make(new ConflictRule(
                made.id(),
                Key.of("apart"),
                "Apart",
                "",
                Optional.empty(),
                new ConflictRule.Side(Set.of(one), Set.of()),
                new ConflictRule.Side(Set.of(other), Set.of()),
                within,
                Set.of(),
                ConflictRule.Manner.BLOCK))));
    }

    @Test
    void aRoleDoesNotComeToHaveBothSidesOfARuleThatBlocks() {
        Permission one = made.apps.get(0).permissions().getFirst();
        Permission other = made.apps.get(0).permissions().get(1);
        String sets = "make set one \"One\" of app-0 about \"Holds it\" permissions " + one;
        String more = "make set other \"Other\" of app-0 about \"Holds it\" permissions " + other;
        Preview apart = text(
                with(ConflictRule.Within.TENANT, one, other),
                sets,
                more,
                "make role r \"R\" about \"Does it\" sets one");
        assertThat(codes(apart)).isEmpty();
        assertThat(codes(text(apart.model(), "change role r sets one, other")))
                .containsExactly(RoleChange.BOTH_SIDES_BLOCKED);
    }

    @Test
    void aConflictThatARoleHadBeforeKeepsItFromNothingElse() {
        Permission one = made.apps.get(0).permissions().getFirst();
        Permission other = made.apps.get(0).permissions().get(1);
        Preview both = text(
                model,
                "make set both \"Both\" of app-0 about \"Holds it\" permissions " + one + "," + other,
                "make role r \"R\" about \"Does it\" sets both");
        Model ruled = both.model()
                .with(List.of(
                        Effect.make(with(ConflictRule.Within.TENANT, one, other).table(Kind.CONFLICT_RULE).stream()
                                .findFirst()
                                .orElseThrow())));
        assertThat(codes(text(ruled, "change role r name \"Renamed\""))).isEmpty();
    }

    @Test
    void sidesInTwoAppsMeetInNoTenant() {
        Permission one = made.apps.get(0).permissions().getFirst();
        Permission other = made.apps.get(1).permissions().getFirst();
        List<String> lines = List.of(
                "make set one \"One\" of app-0 about \"Holds it\" permissions " + one,
                "make set other \"Other\" of app-1 about \"Holds it\" permissions " + other,
                "make role r \"R\" about \"Does it\" sets one, other");
        assertThat(codes(text(with(ConflictRule.Within.TENANT, one, other), lines.toArray(String[]::new))))
                .isEmpty();
        assertThat(codes(text(with(ConflictRule.Within.ANYWHERE, one, other), lines.toArray(String[]::new))))
                .containsExactly(RoleChange.BOTH_SIDES_BLOCKED);
    }

    @Test
    void aRoleOutlivesTheOneThatItWasStartedFrom() {
        Preview pair = text(
                model,
                "make role first \"First\" about \"Does it\" sets " + set.key(),
                "make role second \"Second\" about \"Does it\" sets " + set.key() + " started from first");
        Preview alone = text(pair.model(), "retire role first");
        assertThat(alone.outcomes()).extracting(Preview.Outcome::state).containsOnly(Preview.State.READY);
        assertThat(role(alone, "second").source()).isEmpty();
        assertThat(codes(text(alone.model(), "change role second name \"Alone\"")))
                .isEmpty();
        Undo undo = Undo.of(alone.effects(), alone.model(), RandomModel.NOW, ZoneOffset.UTC, this::next);
        Preview back = preview(alone.model(), undo.entries());
        assertThat(undo.left()).isEmpty();
        assertThat(role(back, "second").source()).contains(role(back, "first").id());
    }
}
