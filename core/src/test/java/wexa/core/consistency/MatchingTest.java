package wexa.core.consistency;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.account.UserNames;
import wexa.core.consistency.Matching.Candidate;
import wexa.core.consistency.Matching.Proposal;
import wexa.core.consistency.Matching.Reason;
import wexa.core.consistency.Observation.UnlinkedObject;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;

/** Against trying every person for every account, reason by reason. */
class MatchingTest {
    static IntStream seeds() {
        return IntStream.range(1, 80);
    }

    private static UnlinkedObject stranger(String id, AccountState state) {
        return new UnlinkedObject(ObjectKey.Type.ACCOUNT, id, state);
    }

    private static AccountState account(String userName, String given, String family, Optional<String> mail) {
        return new AccountState(
                userName, given, family, mail, Optional.empty(), TenantObject.Activity.OPEN, Set.of(), Map.of());
    }

    /** Accounts that look like people in one way or another, or like nobody. */
    private static List<UnlinkedObject> strangers(RandomModel made) {
        List<UnlinkedObject> strangers = new ArrayList<>();
        for (int number = 0; number < 12; number++) {
            Person like = made.people.get(made.random.nextInt(made.people.size()));
            String mail = like.mail().map(Object::toString).orElse("none@skerrow.example");
            strangers.add(
                    switch (made.random.nextInt(5)) {
                        case 0 ->
                            stranger("s" + number, account("x" + number, "", "", Optional.of(mail.toUpperCase())));
                        case 1 -> stranger("s" + number, account(mail, "", "", Optional.empty()));
                        case 2 -> stranger("s" + number, account(like.handle().text(), "", "", Optional.empty()));
                        case 3 ->
                            stranger(
                                    "s" + number,
                                    account("y" + number, like.givenName(), like.familyName(), Optional.empty()));
                        default -> stranger("s" + number, account("nobody" + number, "No", "Body", Optional.empty()));
                    });
        }
        return strangers;
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void eachAccountIsProposedToThePersonThatItAloneCanBe(int seed) {
        RandomModel made = new RandomModel(seed);
        Model model = made.model();
        Tenant tenant = made.tenants.get(0);
        List<UnlinkedObject> strangers = strangers(made);

        List<Optional<Candidate>> slow = strangers.stream()
                .map(stranger -> slowly(model, tenant, (AccountState) stranger.state()))
                .toList();
        Map<Id<Person>, Integer> times = new HashMap<>();
        slow.forEach(one -> one.ifPresent(found -> times.merge(found.person(), 1, Integer::sum)));
        List<Optional<Candidate>> expected = slow.stream()
                .map(one -> one.filter(found -> times.get(found.person()) == 1))
                .toList();

        List<Proposal> proposals = Matching.of(model, tenant, strangers, RandomModel.NOW);
        assertThat(proposals.stream().map(Proposal::account)).containsExactlyElementsOf(strangers);
        assertThat(proposals.stream().map(Proposal::candidate).toList())
                .as("seed %d", seed)
                .isEqualTo(expected);
    }

    private static Optional<Candidate> slowly(Model model, Tenant tenant, AccountState account) {
        List<Person> free = model.people().stream()
                .filter(person -> model.table(Kind.ACCOUNT).stream()
                        .noneMatch(known -> known.tenant().equals(tenant.id())
                                && known.person().equals(Optional.of(person.id()))))
                .toList();
        for (Reason reason : Reason.values()) {
            List<Person> found = free.stream()
                    .filter(person -> isLike(model, tenant, person, account, reason))
                    .toList();
            if (found.size() == 1) {
                return Optional.of(new Candidate(found.get(0).id(), reason));
            }
        }
        return Optional.empty();
    }

    private static boolean isLike(Model model, Tenant tenant, Person person, AccountState account, Reason reason) {
        return switch (reason) {
            case MAIL ->
                account.mail().isPresent()
                        && person.mail()
                                .filter(mail -> mail.text()
                                        .equalsIgnoreCase(account.mail().get()))
                                .isPresent();
            case USER_NAME ->
                UserNames.byRule(model, tenant, person, RandomModel.NOW)
                        .filter(name -> name.equalsIgnoreCase(account.userName()))
                        .isPresent();
            case NAME -> person.name().equalsIgnoreCase((account.givenName() + " " + account.familyName()).strip());
        };
    }
}
