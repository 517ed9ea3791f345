package wexa.core.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Mail;
import wexa.core.value.Permission;
import wexa.core.value.Phone;

/** Effects and tables: what is applied can be taken back, and a layered table is as good as a fresh one. */
class ModelLawsTest {
    static LongStream seeds() {
        return LongStream.range(1, 31);
    }

    private static List<Effect> effects(RandomModel made, Model model) {
        Unit unit = made.pick(made.units);
        Unit renamed = new Unit(unit.id(), unit.key(), "Renamed", unit.parent(), unit.zone());
        Membership dropped = made.pick(made.memberships);
        Unit added = new Unit(made.id(), Key.of("added"), "Added", Optional.empty(), unit.zone());
        Unit twice = new Unit(added.id(), added.key(), "Added, then renamed", Optional.empty(), unit.zone());
        return List.of(
                Effect.replace(unit, renamed), Effect.drop(dropped), Effect.make(added), Effect.replace(added, twice));
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void effectsThenSwappedEffectsInReverseLeaveTheModelAsItWas(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        List<Effect> effects = effects(made, model);
        List<Effect> back =
                new ArrayList<>(effects.stream().map(Effect::swapped).toList());
        Collections.reverse(back);
        assertThat(model.with(effects)).isNotEqualTo(model);
        assertThat(model.with(effects).with(back)).isEqualTo(model);
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void layeredTablesFindWhatFoldedOnesFind(long seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        Model layered = model.with(effects(made, model));
        Model folded = layered.folded();
        assertThat(layered).isEqualTo(folded);
        made.people.forEach(person -> assertThat(
                        layered.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, new Subject.OfPerson(person.id())))
                .containsExactlyInAnyOrderElementsOf(
                        folded.table(Kind.MEMBERSHIP).by(Membership.BY_MEMBER, new Subject.OfPerson(person.id()))));
        made.units.forEach(unit -> assertThat(layered.table(Kind.UNIT).by(Unit.BY_KEY, unit.key()))
                .isEqualTo(folded.table(Kind.UNIT).by(Unit.BY_KEY, unit.key())));
        assertThat(layered.table(Kind.UNIT).size())
                .isEqualTo(folded.table(Kind.UNIT).stream().count());
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void areasAreReadAsATreeOnceEachAndBelowTheirParents(long seed) {
        Model model = new RandomModel(seed).model();
        for (Tenant tenant : model.tenants().stream().toList()) {
            List<Area> ordered = Area.inOrder(model, tenant.id());
            assertThat(ordered)
                    .containsExactlyInAnyOrderElementsOf(model.table(Kind.AREA).by(Area.BY_TENANT, tenant.id()));
            for (int at = 1; at < ordered.size(); at++) {
                Area one = ordered.get(at);
                Area before = ordered.get(at - 1);
                assertThat(one.depth(model)).isLessThanOrEqualTo(before.depth(model) + 1);
                if (one.depth(model) > before.depth(model)) {
                    assertThat(one.parent()).contains(before.id());
                } else if (one.parent().equals(before.parent())) {
                    assertThat(one.name()).isGreaterThanOrEqualTo(before.name());
                }
            }
        }
    }

    @Test
    void anEffectMadeFromAnotherVersionIsRefused() {
        RandomModel made = new RandomModel(1);
        Unit unit = made.units.get(0);
        Unit other = new Unit(unit.id(), unit.key(), "Other", unit.parent(), unit.zone());
        assertThatThrownBy(() -> made.model().with(List.of(Effect.replace(other, unit))))
                .isInstanceOf(StaleEffectException.class)
                .hasMessageContaining("resolve the change again");
    }

    @Test
    void manyEditsFoldIntoANewBaseWithoutLosingAny() {
        RandomModel made = new RandomModel(2);
        Table<Unit> table = made.model().table(Kind.UNIT);
        for (int number = 0; number < 5_000; number++) {
            Unit unit = new Unit(made.id(), Key.of("u" + number), "U", Optional.empty(), java.time.ZoneOffset.UTC);
            table = table.with(Map.of(unit.id(), Optional.of(unit)));
        }
        assertThat(table.size()).isEqualTo(5_003);
        assertThat(table.by(Unit.BY_KEY, Key.of("u17"))).hasSize(1);
        assertThat(table.by(Unit.BY_KEY, Key.of("u4999"))).hasSize(1);
    }

    /** Many small edits in any order come to what a plain map holds. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void manyLayersHoldWhatAPlainMapHolds(long seed) {
        RandomModel made = new RandomModel(seed);
        Table<Unit> table = made.model().table(Kind.UNIT);
        Map<Id<Unit>, Unit> plain = new LinkedHashMap<>();
        table.forEach(unit -> plain.put(unit.id(), unit));
        List<Id<Unit>> ids = new ArrayList<>(plain.keySet());
        for (int edit = 0; edit < 300; edit++) {
            boolean isNew = made.random.nextInt(3) > 0;
            Id<Unit> id = isNew ? made.id() : made.pick(ids);
            Optional<Unit> next = made.random.nextInt(4) == 0
                    ? Optional.empty()
                    : Optional.of(new Unit(
                            id, Key.of("k" + made.random.nextInt(20)), "U" + edit, Optional.empty(), ZoneOffset.UTC));
            ids.add(id);
            table = table.with(Map.of(id, next));
            next.ifPresentOrElse(unit -> plain.put(id, unit), () -> plain.remove(id));
        }
        assertThat(table.size()).isEqualTo(plain.size());
        assertThat(table.stream()).containsExactlyInAnyOrderElementsOf(plain.values());
        for (int key = 0; key < 20; key++) {
            Key wanted = Key.of("k" + key);
            assertThat(table.by(Unit.BY_KEY, wanted))
                    .containsExactlyInAnyOrderElementsOf(plain.values().stream()
                            .filter(unit -> unit.key().equals(wanted))
                            .toList());
        }
        for (Id<Unit> id : ids) {
            assertThat(table.find(id)).isEqualTo(Optional.ofNullable(plain.get(id)));
        }
        assertThat(table.folded()).isEqualTo(table);
    }

    /** Steps taken in place, read between them by every road, hold what versions of their own hold. */
    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void aScratchModelHoldsWhatVersionsHold(long seed) {
        RandomModel made = new RandomModel(seed);
        Model versions = made.model().with(effects(made, made.model()));
        Model start = versions;
        Model untouched = start.folded();
        ScratchModel scratch = new ScratchModel(start);
        List<Id<Unit>> ids =
                new ArrayList<>(start.table(Kind.UNIT).stream().map(Unit::id).toList());
        for (int step = 0; step < 200; step++) {
            Id<Unit> id = made.random.nextBoolean() ? made.id() : made.pick(ids);
            ids.add(id);
            Key key = Key.of("k" + made.random.nextInt(20));
            Optional<Fact> before = versions.find(Kind.UNIT, id);
            Optional<Fact> after = before.isPresent() && made.random.nextInt(3) == 0
                    ? Optional.empty()
                    : Optional.of(new Unit(id, key, "U" + step, Optional.empty(), ZoneOffset.UTC));
            List<Effect> effects = List.of(new Effect(Kind.UNIT, id, before, after));
            versions = versions.with(effects);
            scratch.apply(effects);
            Table<Unit> grown = scratch.model().table(Kind.UNIT);
            Table<Unit> wanted = versions.table(Kind.UNIT);
            assertThat(grown.find(id)).isEqualTo(wanted.find(id));
            assertThat(grown.by(Unit.BY_KEY, key)).containsExactlyInAnyOrderElementsOf(wanted.by(Unit.BY_KEY, key));
            assertThat(grown.size()).isEqualTo(wanted.size());
        }
        assertThat(scratch.model()).isEqualTo(versions).isNotEqualTo(start);
        assertThat(scratch.model().folded()).isEqualTo(versions);
        assertThat(start).isEqualTo(untouched);
    }

    @Test
    void aScratchModelRefusesAStepWhole() {
        RandomModel made = new RandomModel(3);
        Unit unit = made.units.get(0);
        Unit other = new Unit(unit.id(), unit.key(), "Other", unit.parent(), unit.zone());
        Unit added = new Unit(made.id(), Key.of("added"), "Added", Optional.empty(), unit.zone());
        ScratchModel scratch = new ScratchModel(made.model());
        List<Effect> effects = List.of(Effect.make(added), Effect.replace(other, unit));
        assertThatThrownBy(() -> scratch.apply(effects)).isInstanceOf(StaleEffectException.class);
        assertThat(scratch.model()).isEqualTo(made.model());
    }

    @Test
    void valuesRefuseWhatTheyAreNot() {
        assertThat(Set.of("ines.abara", "a1")).allMatch(Handle::accepts);
        assertThat(Set.of("Ines", ".ines", "ines.", "a", "ines abara", "")).noneMatch(Handle::accepts);
        assertThat(Set.of("lagoon-night", "a")).allMatch(Key::accepts);
        assertThat(Set.of("-a", "a--b", "A", "")).noneMatch(Key::accepts);
        assertThat(Mail.accepts("Ines.Abara@skerrow.example")).isTrue();
        assertThat(Set.of("ines", "ines@", "ines@skerrow", "a b@skerrow.example"))
                .noneMatch(Mail::accepts);
        assertThat(Phone.of("+44 (1632) 960-123").text()).isEqualTo("+441632960123");
        assertThat(Set.of("01632 960123", "+0123456789", "+44")).noneMatch(Phone::accepts);
        assertThatThrownBy(() -> Permission.of("pelagia:treatment")).hasMessageContaining("app:type:action");
    }
}
