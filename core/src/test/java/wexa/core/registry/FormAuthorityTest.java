package wexa.core.registry;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.SampleFields;
import wexa.core.access.Access;
import wexa.core.access.AccessIndex;
import wexa.core.access.Usability;
import wexa.core.change.Author;
import wexa.core.change.Form;
import wexa.core.governance.Authority;
import wexa.core.governance.Authority.Lack;
import wexa.core.governance.Reach;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.model.Area;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Permission;
import wexa.core.value.Window;

/**
 * Whoever may apply a change by any form gives themselves nothing by it, and nobody outside their scope anything: against
 * comparing everybody at every instant at which anything in the model begins or ends.
 */
class FormAuthorityTest {
    private static final ZoneId LONDON = ZoneId.of("Europe/London");
    private static final Instant NOW = RandomModel.NOW;
    private static final int MODELS = 8;
    private static final int ROUNDS = 12;
    private static final int PER_MODEL = 2;

    /** Whoever changes these needs the person's unit; what follows in tenants by rules is theirs to bring about (rule 18). */
    private static final Set<Kind<?>> OF_PEOPLE = Set.of(Kind.PERSON, Kind.ENGAGEMENT);

    static Stream<Form> forms() {
        return Forms.all().stream().filter(form -> form.author() != Author.SETTINGS);
    }

    /** A place of what somebody holds. */
    private record Held(Id<Tenant> tenant, Optional<Id<Area>> area, Permission permission, Instant at) {}

    private record Case(RandomModel made, Preview preview) {
        Model before() {
            return preview.snapshot().model();
        }

        Set<Instant> instants() {
            Set<Instant> all = new TreeSet<>(Set.of(NOW));
            for (Model model : List.of(before(), preview.model())) {
                Kind.all()
                        .forEach(kind -> model.table(kind).stream()
                                .flatMap(fact -> Rooms.windows(fact, model).stream())
                                .flatMap(window -> Stream.of(window.from(), window.until()))
                                .filter(at -> at.isAfter(NOW) && !at.equals(Window.ALWAYS.until()))
                                .forEach(all::add));
            }
            return all;
        }
    }

    private static List<Case> cases(Form form) {
        List<Case> cases = new ArrayList<>();
        for (int seed = 0; seed < MODELS; seed++) {
            RandomModel made = new RandomModel(seed);
            SampleFields fields = new SampleFields(made, seed);
            Snapshot snapshot = Snapshot.compile(1, fields.model());
            for (int round = 0, found = 0; round < ROUNDS && found < PER_MODEL; round++) {
                Entry typed = new Entry(new Entry.Id(new UUID(1, 2)), form.name(), fields.of(form));
                Entry entry = new Entry(typed.id(), form.name(), typed.fields(), Intake.target(typed, fields.model()));
                Preview preview = Preview.of(snapshot, List.of(entry), NOW, LONDON);
                if (!preview.effects().isEmpty()) {
                    cases.add(new Case(made, preview));
                    found++;
                }
            }
        }
        return cases;
    }

    /** What somebody holds at these instants, or can use of it. */
    private static Set<Held> held(
            Model model, AccessIndex index, Id<Person> person, Set<Instant> instants, boolean isUsable) {
        Set<Held> held = new HashSet<>();
        if (model.people().find(person).isEmpty()) {
            return held;
        }
        for (Instant at : instants) {
            for (Access.Reach reach : index.of(person, at).reaches()) {
                Usability can = Usability.of(model, person, reach.tenant(), at);
                for (Permission permission : reach.permissions()) {
                    if (!isUsable || can.blocks(permission).isEmpty()) {
                        held.add(new Held(reach.tenant(), reach.area(), permission, at));
                    }
                }
            }
        }
        return held;
    }

    /** Whether one says all that the other says: what holds at an area holds below it. */
    private static boolean covers(Set<Held> one, Set<Held> other, Model model) {
        return other.stream().allMatch(each -> {
            Optional<Id<Area>> area = each.area();
            while (area.isPresent()) {
                if (one.contains(new Held(each.tenant(), area, each.permission(), each.at()))) {
                    return true;
                }
                area = model.table(Kind.AREA).get(area.get()).parent();
            }
            return one.contains(new Held(each.tenant(), Optional.empty(), each.permission(), each.at()));
        });
    }

    private static Reach reach(Case one, Random random) {
        return new Reach(
                Optional.of(one.made().tenants.stream()
                        .map(Tenant::id)
                        .filter(any -> random.nextInt(3) > 0)
                        .collect(Collectors.toSet())),
                Optional.of(one.made().units.stream()
                        .map(Unit::id)
                        .filter(any -> random.nextInt(3) > 0)
                        .collect(Collectors.toSet())));
    }

    private static boolean worksWithin(Id<Person> person, Reach reach, Model... models) {
        return Stream.of(models)
                .anyMatch(model -> model.table(Kind.ENGAGEMENT).stream()
                        .filter(engagement -> engagement.person().equals(person))
                        .anyMatch(engagement -> reach.covers(engagement.unit(), model)));
    }

    @ParameterizedTest
    @MethodSource("forms")
    void nobodyRaisesThemselvesOrReachesBeyondTheirScope(Form form) {
        List<Case> cases = cases(form);
        assertThat(cases).as("changes of " + form).isNotEmpty();
        Random random = new Random(11);
        for (Case one : cases) {
            Model after = one.preview().model();
            AccessIndex was = AccessIndex.compile(one.before());
            AccessIndex is = AccessIndex.compile(after);
            Set<Instant> instants = one.instants();
            Reach reach = reach(one, random);
            boolean mayApply =
                    Authority.lacking(one.preview(), reach, Optional.empty()).isEmpty();
            for (Person person : after.people().stream().toList()) {
                Set<Held> had = held(one.before(), was, person.id(), instants, false);
                Set<Held> has = held(after, is, person.id(), instants, false);
                Set<Held> could = held(one.before(), was, person.id(), instants, true);
                Set<Held> can = held(after, is, person.id(), instants, true);
                if (!covers(had, has, after) || !covers(could, can, after)) {
                    assertThat(Authority.lacking(one.preview(), Reach.EVERYWHERE, Optional.of(person.id())))
                            .as("%s: %s", form, one.preview().effects())
                            .contains(new Lack.OwnAccess(person.id()));
                }
                if (mayApply && !had.equals(has)) {
                    assertThat(worksWithin(person.id(), reach, one.before(), after))
                            .as("%s: %s", form, one.preview().effects())
                            .isTrue();
                    if (!OF_PEOPLE.contains(form.kind())) {
                        Set<Held> differing = new HashSet<>(had);
                        differing.addAll(has);
                        differing.removeIf(each -> had.contains(each) && has.contains(each));
                        assertThat(reach.tenants().orElseThrow())
                                .as("%s: %s", form, one.preview().effects())
                                .containsAll(
                                        differing.stream().map(Held::tenant).collect(Collectors.toSet()));
                    }
                }
            }
        }
    }
}
