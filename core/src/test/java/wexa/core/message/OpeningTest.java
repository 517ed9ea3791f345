package wexa.core.message;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.model.Account;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;

/** Against looking at everybody's open accounts before and after. */
class OpeningTest {
    static IntStream seeds() {
        return IntStream.range(1, 60);
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void whoHasAnOpenAccountMoreGetsOneLetter(int seed) {
        RandomModel made = new RandomModel(seed);
        Model before = made.model();
        List<Effect> effects = new ArrayList<>();
        for (Account account : made.accounts) {
            if (made.random.nextInt(3) == 0) {
                Account.State turned = account.isOpen() ? Account.State.CLOSED : Account.State.OPEN;
                effects.add(Effect.replace(account, with(account, turned)));
            } else if (made.random.nextInt(3) == 0) {
                effects.add(Effect.drop(account));
            }
        }
        Model after = before.with(effects);

        Map<Id<Person>, Set<Id<Account>>> expected = new HashMap<>();
        Map<Id<Person>, Occasion> occasions = new HashMap<>();
        for (Person person : made.people) {
            Set<Id<Account>> had = open(before, person);
            Set<Id<Account>> more = open(after, person);
            more.removeAll(had);
            if (!more.isEmpty()) {
                expected.put(person.id(), more);
                occasions.put(person.id(), had.isEmpty() ? Occasion.FIRST_ACCOUNTS : Occasion.MORE_ACCOUNTS);
            }
        }
        List<Opening> openings = Opening.in(before, effects, Set.of());
        assertThat(openings).as("one each, seed %d", seed).hasSize(expected.size());
        assertThat(openings).as("seed %d", seed).allSatisfy(opening -> {
            assertThat(Set.copyOf(opening.accounts())).isEqualTo(expected.get(opening.person()));
            assertThat(opening.occasion()).isEqualTo(occasions.get(opening.person()));
        });
    }

    private static Account with(Account account, Account.State state) {
        return new Account(
                account.id(),
                account.tenant(),
                account.kind(),
                account.person(),
                account.userName(),
                state,
                account.attributes());
    }

    private static Set<Id<Account>> open(Model model, Person person) {
        Set<Id<Account>> found = new HashSet<>();
        for (Account account : model.table(Kind.ACCOUNT).stream().toList()) {
            if (account.isOpen() && account.person().equals(Optional.of(person.id()))) {
                found.add(account.id());
            }
        }
        return found;
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void doorsAreTheOpenAccountsEachWithItsWayIn(int seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        for (Person person : made.people) {
            List<Door> doors = Door.of(model, person.id());
            assertThat(doors.stream().map(door -> door.account().id()))
                    .as("seed %d", seed)
                    .containsExactlyInAnyOrderElementsOf(open(model, person));
            assertThat(doors)
                    .allSatisfy(door -> assertThat(door.signIn() == SignIn.DIRECTORY)
                            .isEqualTo(person.directoryEntry().isPresent()));
        }
    }
}
