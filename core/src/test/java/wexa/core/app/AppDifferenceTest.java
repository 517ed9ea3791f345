package wexa.core.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.change.Resolution;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.model.App;
import wexa.core.model.ConflictRule;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Sensitivity;
import wexa.core.model.Sort;
import wexa.core.registry.Rooms;
import wexa.core.room.WayBack;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/** A version of an application becomes the next by the changes that its difference names. */
class AppDifferenceTest {
    static LongStream seeds() {
        return LongStream.range(0, 60);
    }

    /** What is in an application, whatever its order. */
    private static Set<String> contents(App app) {
        List<String> all = new ArrayList<>(List.of("version " + app.version()));
        app.resourceTypes()
                .forEach(type -> type.actions().forEach(action -> all.add(type.key() + type.name() + action)));
        app.seatKinds().forEach(kind -> all.add(kind.toString()));
        app.tasks().forEach(task -> all.add(task.toString()));
        return Set.copyOf(all);
    }

    private static Model carriedOut(AppDifference difference, Model model) {
        Entry entry = new Entry(
                new Entry.Id(new UUID(0, 1)),
                difference.form().name(),
                new TreeMap<>(difference.form().entryOf(difference.values())),
                Optional.empty());
        Intake.Result read = new Intake(model, ZoneOffset.UTC, RandomModel.NOW).read(entry);
        assertThat(read.findings()).as("%s", difference).isEmpty();
        Resolution resolution = read.change().orElseThrow().resolve(model, RandomModel.NOW);
        assertThat(resolution.findings()).as("%s", difference).isEmpty();
        return model.with(resolution.effects());
    }

    /** Nothing has only a bare name, so that it can be said again what it was. */
    private static App described(App app) {
        App described = app;
        for (Permission permission : app.permissions()) {
            App.Action action = app.action(permission).orElseThrow();
            described = new Revision(described)
                    .with(
                            permission,
                            app.type(permission).orElseThrow().name(),
                            new App.Action(action.key(), action.label(), action.sort(), "was told", Optional.empty()));
        }
        return described;
    }

    /** Another version of an application: some of it gone, some called otherwise, some new. */
    private static App next(App app, Random random, boolean seatsMayGo) {
        App next = new Revision(app).inVersion("2026." + random.nextInt(20));
        for (Permission permission : app.permissions()) {
            String type = app.type(permission).orElseThrow().name();
            App.Action action = app.action(permission).orElseThrow();
            next = switch (random.nextInt(6)) {
                case 0 -> new Revision(next).without(permission);
                case 1 ->
                    new Revision(next)
                            .with(
                                    permission,
                                    type,
                                    new App.Action(action.key(), "renamed", Sort.DECIDE, "why", action.sensitivity()));
                case 2 ->
                    new Revision(next)
                            .with(
                                    permission,
                                    type,
                                    new App.Action(
                                            action.key(),
                                            action.label(),
                                            action.sort(),
                                            "told",
                                            Optional.of(Sensitivity.SENSITIVE)));
                default -> next;
            };
        }
        Permission added = new Permission(app.key(), Key.of("new"), Key.of("do" + random.nextInt(2)));
        next = new Revision(next)
                .with(added, "New", new App.Action(added.action(), "do", Sort.WORK, "does", Optional.empty()));
        next = new Revision(next)
                .with(new App.Task(Key.of("task" + random.nextInt(3)), "Task", "is done", Set.of(added)));
        next = new Revision(next).with(new App.SeatKind(Key.of("guest"), "Guest", "for guests", Set.of(added)));
        return seatsMayGo && random.nextBoolean() ? new Revision(next).withoutSeatKind(Key.of("full")) : next;
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void theNamedChangesMakeOneVersionTheOther(long seed) {
        RandomModel made = new RandomModel(seed);
        Random random = new Random(seed);
        Model model = made.model();
        App before = made.apps.get(random.nextInt(made.apps.size()));
        // seats that are held keep their kind: that refusal has a test of its own
        Model free =
                model.with(model.table(Kind.SEAT).stream().map(Effect::drop).toList());
        App after = next(before, random, true);
        Model reached = free;
        for (AppDifference difference : AppDifference.between(before, after)) {
            reached = carriedOut(difference, reached);
        }
        assertThat(contents(reached.table(Kind.APP).get(before.id()))).isEqualTo(contents(after));
        assertThat(AppDifference.between(reached.table(Kind.APP).get(before.id()), after))
                .isEmpty();
        Set<Permission> known = reached.table(Kind.APP).stream()
                .flatMap(app -> app.permissions().stream())
                .collect(Collectors.toSet());
        assertThat(reached.table(Kind.PERMISSION_SET).stream().flatMap(set -> set.permissions().stream()))
                .isSubsetOf(known);
        assertThat(reached.roles().stream().flatMap(role -> role.exclusions().stream()))
                .isSubsetOf(known);
        assertThat(reached.table(Kind.ROLE_VARIANT).stream().flatMap(one -> one.exclusions().stream()))
                .isSubsetOf(known);
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void oneThingBecomesAgainWhatItWas(long seed) {
        RandomModel made = new RandomModel(seed);
        App before = described(made.apps.get(0));
        Model model = made.model().with(List.of(Effect.replace(made.apps.get(0), before)));
        for (AppDifference difference : AppDifference.between(before, next(before, new Random(seed), false))) {
            if (difference.sort() == AppDifference.Sort.PERMISSION_REMOVED
                    || difference.sort() == AppDifference.Sort.VERSION) {
                continue;
            }
            Entry entry = new Entry(
                    new Entry.Id(new UUID(0, 1)),
                    difference.form().name(),
                    new TreeMap<>(difference.form().entryOf(difference.values())),
                    Optional.empty());
            Resolution resolution = new Intake(model, ZoneOffset.UTC, RandomModel.NOW)
                    .read(entry)
                    .change()
                    .map(change -> change.resolve(model, RandomModel.NOW))
                    .orElse(Resolution.nothing());
            for (Effect effect : resolution.effects()) {
                WayBack back = Rooms.wayBack(effect, RandomModel.NOW).orElseThrow();
                App changed = (App) effect.after().orElseThrow();
                Model reached = carriedOut(
                        new AppDifference(difference.sort(), "", Optional.empty(), back.form(), back.values()),
                        model.with(resolution.effects()));
                assertThat(contents(reached.table(Kind.APP).get(changed.id()))).isEqualTo(contents(before));
            }
        }
    }

    private final RandomModel made = new RandomModel(7);
    private final App app = made.apps.get(0);
    private final Permission see = app.permissions().get(0);
    private final Permission change = app.permissions().get(1);

    @Test
    void aPermissionThatIsAllThatASideNamesIsNotRemoved() {
        ConflictRule rule = new ConflictRule(
                made.id(),
                Key.of("two"),
                "Two",
                "",
                Optional.empty(),
                new ConflictRule.Side(Set.of(see), Set.of()),
                new ConflictRule.Side(Set.of(change, app.permissions().get(2)), Set.of()),
                ConflictRule.Within.TENANT,
                Set.of(),
                ConflictRule.Manner.WARN);
        Model model = made.model().with(List.of(Effect.make(rule)));
        Resolution refused = new AppChange.RemovePermission(app.id(), see).resolve(model, RandomModel.NOW);
        assertThat(refused.findings()).extracting(finding -> finding.code()).contains(AppChange.LAST_OF_A_SIDE);
        assertThat(refused.effects()).isEmpty();
        Resolution taken = new AppChange.RemovePermission(app.id(), change).resolve(model, RandomModel.NOW);
        assertThat(model.with(taken.effects())
                        .table(Kind.CONFLICT_RULE)
                        .get(rule.id())
                        .other()
                        .permissions())
                .containsExactly(app.permissions().get(2));
    }

    @Test
    void aPermissionOfAnotherApplicationIsNotRemovedByItsName() {
        Permission other = new Permission(made.apps.get(1).key(), see.type(), see.action());
        Resolution refused = new AppChange.RemovePermission(app.id(), other).resolve(made.model(), RandomModel.NOW);
        assertThat(refused.findings()).extracting(finding -> finding.code()).contains(AppChange.OF_ANOTHER_APP);
        assertThat(refused.effects()).isEmpty();
    }

    @Test
    void aKindOfSeatThatIsHeldIsNotRemoved() {
        Resolution refused =
                new AppChange.RemoveSeatKind(app.id(), Key.of("full")).resolve(made.model(), RandomModel.NOW);
        assertThat(refused.findings()).extracting(finding -> finding.code()).contains(AppChange.SEATS_IN_USE);
    }

    @Test
    void aPermissionNamesItsOwnApplicationAndIsDescribed() {
        Intake intake = new Intake(made.model(), ZoneOffset.UTC, RandomModel.NOW);
        TreeMap<String, String> fields = new TreeMap<>(Map.of(
                "app", app.id().toString(), "permission", "other:type:do", "label", "do", "type", "T", "sort", "work"));
        assertThat(intake.read(new Entry(new Entry.Id(new UUID(0, 1)), "app.permission", fields, Optional.empty()))
                        .findings())
                .extracting(finding -> finding.path())
                .containsExactly("description");
        fields.put("description", "does");
        assertThat(intake.read(new Entry(new Entry.Id(new UUID(0, 1)), "app.permission", fields, Optional.empty()))
                        .findings())
                .extracting(finding -> finding.code())
                .containsExactly(AppChange.OF_ANOTHER_APP);
    }

    private static App said(App app, String version, App.ResourceType... types) {
        return new App(
                Id.of(UUID.randomUUID()),
                app.key(),
                "",
                List.of(types),
                List.of(),
                List.of(),
                app.areaUse(),
                List.of(),
                version);
    }

    private static App.ResourceType type(String key, App.Action... actions) {
        return new App.ResourceType(Key.of(key), "Type " + key, List.of(actions));
    }

    private static App.Action action(String key, String label) {
        return new App.Action(Key.of(key), label, Sort.WORK, "said by the tenant", Optional.empty());
    }

    @Test
    void theHighestVersionCountsAndWhatAnyTenantHasStays() {
        App known = new Revision(said(app, "2026.9", type("a", action("see", "see"), action("do", "do"))))
                .with(
                        new Permission(app.key(), Key.of("a"), Key.of("see")),
                        "Type a",
                        new App.Action(Key.of("see"), "see", Sort.WORK, "ours", Optional.of(Sensitivity.PRIVILEGED)));
        Announcement older = new Announcement(
                made.tenants.get(0).id(), said(app, "2026.9", type("a", action("see", "see"), action("do", "do"))));
        Announcement newer = new Announcement(
                made.tenants.get(1).id(),
                said(app, "2026.10", type("a", action("see", "look at")), type("b", action("new", "new"))));
        App together = Announcement.together(known, List.of(older, newer));
        assertThat(together.version()).isEqualTo("2026.10");
        assertThat(together.permissions()).hasSize(3);
        App.Action see = together.action(new Permission(app.key(), Key.of("a"), Key.of("see")))
                .orElseThrow();
        assertThat(see.label()).isEqualTo("look at");
        assertThat(see.description()).as("what the organisation said stays").isEqualTo("ours");
        assertThat(see.sensitivity()).contains(Sensitivity.PRIVILEGED);
        assertThat(Announcement.together(known, List.of(newer)).permissions())
                .as("what no tenant has any more is gone")
                .hasSize(2);
    }

    @Test
    void whoAnnouncesNothingChangesNothing() {
        App silent = said(app, "2030");
        assertThat(Announcement.together(
                        app, List.of(new Announcement(made.tenants.get(0).id(), silent))))
                .isEqualTo(app);
        assertThat(Announcement.together(app, List.of())).isEqualTo(app);
    }

    @Test
    void aTaskThatNeedsWhatNoTenantHasIsLeftOut() {
        App base = said(app, "1", type("a", action("see", "see")));
        App odd = new Revision(base)
                .with(new App.Task(Key.of("t"), "T", "", Set.of(new Permission(app.key(), Key.of("x"), Key.of("y")))));
        assertThat(Announcement.together(
                                base,
                                List.of(new Announcement(made.tenants.get(0).id(), odd)))
                        .tasks())
                .isEmpty();
    }

    @Test
    void aTaskOfOurOwnLosesWhatNoTenantHasAndGoesWithTheLastOfIt() {
        App known = new Revision(said(app, "1", type("a", action("see", "see"), action("do", "do"))))
                .with(new App.Task(
                        Key.of("both"),
                        "Both",
                        "",
                        Set.of(
                                new Permission(app.key(), Key.of("a"), Key.of("see")),
                                new Permission(app.key(), Key.of("a"), Key.of("do")))));
        App more = new Revision(known)
                .with(new App.Task(
                        Key.of("one"), "One", "", Set.of(new Permission(app.key(), Key.of("a"), Key.of("do")))));
        App less = said(app, "2", type("a", action("see", "see")));
        assertThat(AppDifference.between(
                        more,
                        Announcement.together(
                                more,
                                List.of(new Announcement(made.tenants.get(0).id(), less)))))
                .extracting(AppDifference::sort)
                .containsExactly(
                        AppDifference.Sort.TASK_CHANGED,
                        AppDifference.Sort.TASK_REMOVED,
                        AppDifference.Sort.PERMISSION_REMOVED,
                        AppDifference.Sort.VERSION);
    }

    @Test
    void setsFollowWhenAPermissionGoes() {
        Model model = made.model();
        PermissionSet set = model.table(Kind.PERMISSION_SET).stream()
                .filter(one -> one.permissions().size() > 1)
                .findFirst()
                .orElseThrow();
        Permission gone = set.permissions().iterator().next();
        Resolution resolution = new AppChange.RemovePermission(set.app(), gone).resolve(model, RandomModel.NOW);
        assertThat(model.with(resolution.effects())
                        .table(Kind.PERMISSION_SET)
                        .get(set.id())
                        .permissions())
                .isEqualTo(Revision.without(set.permissions(), gone));
    }
}
