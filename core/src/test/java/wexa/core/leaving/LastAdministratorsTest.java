package wexa.core.leaving;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.AccountKind;
import wexa.core.model.App;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Sensitivity;
import wexa.core.model.Sort;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.role.Sensitivities;
import wexa.core.value.Id;

/** Against counting, tenant by tenant, everybody who may do what is privileged there. */
class LastAdministratorsTest {
    private static final Instant NOW = RandomModel.NOW;

    static LongStream seeds() {
        return LongStream.range(0, 60);
    }

    /** The random model, in which one decision of each app is privileged. */
    private static Snapshot snapshot(RandomModel made) {
        List<Effect> effects = new ArrayList<>();
        for (App app : made.model().table(Kind.APP).stream().toList()) {
            List<App.ResourceType> types = new ArrayList<>(app.resourceTypes());
            App.ResourceType first = types.getFirst();
            List<App.Action> actions = first.actions().stream()
                    .map(one -> new App.Action(
                            one.key(),
                            one.label(),
                            one.sort(),
                            one.description(),
                            Optional.of(one.sort() == Sort.DECIDE ? Sensitivity.PRIVILEGED : Sensitivity.NORMAL)))
                    .toList();
            types.set(0, new App.ResourceType(first.key(), first.name(), actions));
            effects.add(Effect.replace(
                    app, new App(app.id(), app.key(), app.name(), types, app.seatKinds(), app.needs(), app.areaUse())));
        }
        return Snapshot.compile(1, made.model().with(effects));
    }

    private static Set<Id<Person>> holders(Snapshot snapshot, Tenant tenant) {
        Model model = snapshot.model();
        Sensitivities sensitivities = new Sensitivities(model);
        return model.people().stream()
                .map(Person::id)
                .filter(person -> model.table(Kind.ACCOUNT).stream()
                        .anyMatch(account -> account.isOpen()
                                && account.tenant().equals(tenant.id())
                                && account.person().filter(person::equals).isPresent()))
                .filter(person -> snapshot.index().of(person, NOW).reaches().stream()
                        .filter(reach -> reach.tenant().equals(tenant.id()))
                        .flatMap(reach -> reach.permissions().stream())
                        .anyMatch(permission -> sensitivities.of(permission) == Sensitivity.PRIVILEGED))
                .collect(Collectors.toSet());
    }

    private static List<LastAdministrators.Last> counted(Snapshot snapshot, List<Person> leavers) {
        Model model = snapshot.model();
        Set<Id<Person>> out = leavers.stream().map(Person::id).collect(Collectors.toSet());
        List<LastAdministrators.Last> last = new ArrayList<>();
        for (Tenant tenant : model.tenants().stream().toList()) {
            Set<Id<Person>> holders = holders(snapshot, tenant);
            Set<Id<Person>> left = new HashSet<>(holders);
            left.removeAll(out);
            left.removeIf(person -> PersonStatus.of(model, person, NOW) != PersonStatus.HERE);
            if (left.isEmpty()) {
                boolean hasEmergency = model.table(Kind.ACCOUNT).stream()
                        .anyMatch(one -> one.kind() == AccountKind.EMERGENCY
                                && one.isOpen()
                                && one.tenant().equals(tenant.id()));
                holders.stream()
                        .filter(out::contains)
                        .forEach(person -> last.add(new LastAdministrators.Last(person, tenant, hasEmergency)));
            }
        }
        return last;
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void findsWhatCountingFinds(long seed) {
        RandomModel made = new RandomModel(seed);
        Snapshot snapshot = snapshot(made);
        for (int many : List.of(1, 2, made.people.size())) {
            List<Person> leavers = made.people.subList(0, many);
            assertThat(LastAdministrators.of(snapshot, leavers, NOW))
                    .containsExactlyInAnyOrderElementsOf(counted(snapshot, leavers));
        }
    }

    @Test
    void someOfTheSeedsHaveALastOneAndSomeHaveNone() {
        Set<Boolean> found = new HashSet<>();
        seeds().forEach(seed -> {
            RandomModel made = new RandomModel(seed);
            Snapshot snapshot = snapshot(made);
            made.people.forEach(person -> found.add(
                    LastAdministrators.of(snapshot, List.of(person), NOW).isEmpty()));
        });
        assertThat(found).containsExactlyInAnyOrder(true, false);
    }
}
