package wexa.bench;

import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Level;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import wexa.core.access.AccessIndex;
import wexa.core.access.RoleEffect;
import wexa.core.composition.Cover;
import wexa.core.conflict.Conflicts;
import wexa.core.intake.Entry;
import wexa.core.model.ConflictRule;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.PermissionSet;
import wexa.core.model.Role;
import wexa.core.preview.Figures;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.preview.Timeline;
import wexa.core.tightening.Slack;
import wexa.core.tightening.Tightening;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Permission;

/** What a change of roles costs in a generated organisation. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 2, time = 2)
@Measurement(iterations = 3, time = 2)
@Fork(
        value = 1,
        jvmArgs = {"-Xmx6g", "-XX:+UseSerialGC"})
public class RoleBench {
    @Param({"200000"})
    int people;

    private Snapshot snapshot;
    private Role narrow;
    private Role wide;
    private Edit narrowEdit;
    private Edit wideEdit;
    private String sets = "";
    private Snapshot ruled;
    private List<PermissionSet> allSets = List.of();
    private Set<Permission> needed = Set.of();

    /** The index with a role made of other sets. */
    private record Edit(Model model, List<Effect> effects) {}

    @Setup(Level.Trial)
    public void make() {
        Generator made = new Generator(7, people);
        Model model = made.model();
        AccessIndex index = AccessIndex.compile(model);
        snapshot = new Snapshot(1, model, index);
        allSets = model.table(Kind.PERMISSION_SET).stream().toList();
        needed = new TreeSet<>();
        while (needed.size() < 40) {
            List<Permission> permissions =
                    made.apps.get(made.random().nextInt(made.apps.size())).permissions();
            needed.add(permissions.get(made.random().nextInt(permissions.size())));
        }
        List<Role> roles = made.roles.get(0);
        narrow = nearest(made, model, roles, 7_500);
        wide = nearest(made, model, roles, 27_000);
        narrowEdit = edit(made, model, narrow);
        wideEdit = edit(made, model, wide);
        ruled = ruled(made, model);
        sets = wideEdit.model().roles().get(wide.id()).sets().stream()
                .map(set -> model.table(Kind.PERMISSION_SET).get(set).key().text())
                .collect(Collectors.joining(", "));
        System.out.printf(
                "%nnarrow: %,d people have the role; wide: %,d%n",
                effect(narrowEdit).holders().size(), effect(wideEdit).holders().size());
    }

    /** With rules between permissions of one app each. */
    private static Snapshot ruled(Generator made, Model model) {
        List<Effect> rules = new ArrayList<>();
        for (int number = 0; number < 20; number++) {
            List<Permission> all = made.apps.get(number % made.apps.size()).permissions();
            rules.add(Effect.make(new ConflictRule(
                    Id.of(new UUID(7, number)),
                    Key.of("rule-" + number),
                    "Rule",
                    "",
                    Optional.empty(),
                    side(made, all),
                    side(made, all),
                    ConflictRule.Within.TENANT,
                    Set.of(ConflictRule.Counted.BLOCKED),
                    ConflictRule.Manner.WARN)));
        }
        Model with = model.with(rules).folded();
        return new Snapshot(2, with, AccessIndex.compile(with));
    }

    private static ConflictRule.Side side(Generator made, List<Permission> all) {
        return new ConflictRule.Side(
                Set.of(
                        all.get(made.random().nextInt(all.size() / 2)),
                        all.get(all.size() / 2 + made.random().nextInt(all.size() / 2))),
                Set.of());
    }

    /** The role whose change concerns most nearly so many people. */
    private Role nearest(Generator made, Model model, List<Role> roles, int people) {
        return roles.stream()
                .min(Comparator.comparingInt(role -> Math.abs(
                        people - effect(edit(made, model, role)).holders().size())))
                .orElseThrow();
    }

    private static Edit edit(Generator made, Model model, Role role) {
        List<Id<PermissionSet>> sets = new ArrayList<>(role.sets());
        sets.set(0, made.sets.get(0).get(299).id());
        Role next = new Role(
                role.id(),
                role.key(),
                role.name(),
                role.description(),
                role.owner(),
                sets,
                role.includes(),
                role.exclusions());
        List<Effect> effects = List.of(Effect.replace(role, next));
        return new Edit(model.with(effects), effects);
    }

    private RoleEffect effect(Edit edit) {
        return RoleEffect.between(
                snapshot.index(), snapshot.index().updated(edit.model(), edit.effects()), Generator.NOW);
    }

    @Benchmark
    public RoleEffect effectOfARoleEdit() {
        return effect(narrowEdit);
    }

    @Benchmark
    public RoleEffect effectOfAWideRoleEdit() {
        return effect(wideEdit);
    }

    /** 40 permissions of all apps, out of 2,500 sets. */
    @Benchmark
    public Cover coverOfFortyPermissions() {
        return Cover.of(
                allSets, needed, permission -> 1 + permission.action().text().length() % 3 * 10L);
    }

    @Benchmark
    public List<Slack> allThatNobodyNeeds() {
        return Tightening.of(snapshot.model(), snapshot.index(), Generator.NOW, percent -> {});
    }

    /** Twenty rules, each of two permissions on either side. */
    @Benchmark
    public int allConflictsOfEverybody() {
        Conflicts conflicts = new Conflicts(ruled.model(), ruled.index());
        int found = 0;
        for (ConflictRule rule :
                ruled.model().table(Kind.CONFLICT_RULE).stream().toList()) {
            found += conflicts.everybody(rule, Generator.NOW).size();
        }
        return found;
    }

    @Benchmark
    public Figures previewOfAWideRoleEdit() {
        Entry entry = new Entry(
                new Entry.Id(UUID.randomUUID()),
                "role.edit",
                Map.of("role", wide.id().toString(), "sets", sets));
        Preview preview = Preview.of(snapshot, List.of(entry), Generator.NOW, ZoneOffset.UTC);
        return Timeline.of(preview).moments().getFirst().figures();
    }
}
