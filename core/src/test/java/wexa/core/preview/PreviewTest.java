package wexa.core.preview;

import static org.assertj.core.api.Assertions.assertThat;

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
import wexa.core.Reference;
import wexa.core.SampleEntries;
import wexa.core.intake.Entry;
import wexa.core.model.Area;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Permission;

/** Previews against computing everything anew, on models from printed seeds. */
class PreviewTest {
    private static final Instant NOW = RandomModel.NOW;

    static LongStream seeds() {
        return LongStream.range(1, 13);
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whoGainsAndLosesIsWhatTheReferenceSaysOfBothModels(long seed) {
        RandomModel made = new RandomModel(seed);
        Snapshot snapshot = Snapshot.compile(1, made.model());
        Preview preview = Preview.of(snapshot, SampleEntries.of(made), NOW, ZoneOffset.UTC);
        assertThat(preview.model()).isEqualTo(snapshot.model().with(preview.effects()));
        Impact impact = preview.impactAt(NOW);
        Set<Impact.Shift> gains = new HashSet<>(impact.gains());
        Set<Impact.Shift> losses = new HashSet<>(impact.losses());
        Reference before = new Reference(snapshot.model(), NOW);
        Reference after = new Reference(preview.model(), NOW);
        for (Impact.Shift shift : gains) {
            assertThat(holds(after, preview.model(), shift)).isTrue();
            assertThat(holds(before, preview.model(), shift)).isFalse();
        }
        for (Impact.Shift shift : losses) {
            assertThat(holds(before, snapshot.model(), shift)).isTrue();
            assertThat(holds(after, snapshot.model(), shift)).isFalse();
        }
        assertNobodyElseIsTouched(snapshot.model(), preview.model(), before, after, gains, losses);
    }

    private static boolean holds(Reference reference, Model model, Impact.Shift shift) {
        return reference.holds(
                model.people().get(shift.person()),
                model.tenants().get(shift.tenant()),
                shift.area(),
                shift.permission());
    }

    private static void assertNobodyElseIsTouched(
            Model old,
            Model next,
            Reference before,
            Reference after,
            Set<Impact.Shift> gains,
            Set<Impact.Shift> losses) {
        Set<Id<Person>> changed = new HashSet<>();
        gains.forEach(shift -> changed.add(shift.person()));
        losses.forEach(shift -> changed.add(shift.person()));
        for (Person person : old.people().stream().toList()) {
            if (changed.contains(person.id())) {
                continue;
            }
            for (Tenant tenant : old.tenants().stream().toList()) {
                List<Optional<Id<Area>>> places = new ArrayList<>(List.of(Optional.empty()));
                old.table(Kind.AREA)
                        .by(Area.BY_TENANT, tenant.id())
                        .forEach(area -> places.add(Optional.of(area.id())));
                for (Permission permission : next.appOf(tenant).permissions()) {
                    for (Optional<Id<Area>> place : places) {
                        assertThat(after.holds(person, tenant, place, permission))
                                .isEqualTo(before.holds(person, tenant, place, permission));
                    }
                }
            }
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void effectsAppliedToTheSnapshotGiveWhatAFreshOneHolds(long seed) {
        RandomModel made = new RandomModel(seed);
        Snapshot snapshot = Snapshot.compile(1, made.model());
        Preview preview = Preview.of(snapshot, SampleEntries.of(made), NOW, ZoneOffset.UTC);
        Snapshot next = snapshot.with(2, preview.effects());
        Snapshot fresh = Snapshot.compile(2, preview.model());
        assertThat(next.model()).isEqualTo(fresh.model());
        assertThat(next.index().countHeld(NOW)).isEqualTo(fresh.index().countHeld(NOW));
    }

    @Test
    void theSameDraftAgainIsAlreadySo() {
        RandomModel made = new RandomModel(3);
        List<Entry> entries = SampleEntries.of(made).subList(0, 6);
        Snapshot snapshot = Snapshot.compile(1, made.model());
        Preview first = Preview.of(snapshot, entries, NOW, ZoneOffset.UTC);
        assertThat(first.outcomes()).allMatch(outcome -> outcome.state() == Preview.State.READY);
        Preview again = Preview.of(snapshot.with(2, first.effects()), entries, NOW, ZoneOffset.UTC);
        assertThat(again.effects()).isEmpty();
        assertThat(again.outcomes()).allMatch(outcome -> outcome.state() == Preview.State.ALREADY_SO);
    }

    @Test
    void whatIsReadyGoesAndTheRestStays() {
        RandomModel made = new RandomModel(4);
        List<Entry> entries = new ArrayList<>(SampleEntries.of(made).subList(0, 2));
        entries.add(SampleEntries.entry(
                made, "membership.put", "id", made.id().toString(), "member", "nobody.here", "group", "group-0"));
        Preview preview = Preview.of(Snapshot.compile(1, made.model()), entries, NOW, ZoneOffset.UTC);
        assertThat(preview.outcomes())
                .extracting(Preview.Outcome::state)
                .containsExactly(Preview.State.READY, Preview.State.READY, Preview.State.TO_SETTLE);
        assertThat(preview.effects()).hasSize(2);
    }

    @Test
    void boundariesAreTheInstantsThatTheDraftBrings() {
        RandomModel made = new RandomModel(6);
        List<Entry> entries = new ArrayList<>(SampleEntries.of(made).subList(0, 2));
        entries.add(SampleEntries.entry(
                made,
                "membership.put",
                "id",
                made.id().toString(),
                "member",
                "new.one",
                "group",
                "group-2",
                "until",
                "2026-12-01"));
        Preview preview = Preview.of(Snapshot.compile(1, made.model()), entries, NOW, ZoneOffset.UTC);
        assertThat(preview.boundaries()).containsExactly(Instant.parse("2026-12-02T00:00:00Z"));
    }
}
