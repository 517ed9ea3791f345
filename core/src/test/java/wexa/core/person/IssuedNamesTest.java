package wexa.core.person;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.LongStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.account.AccountChange;
import wexa.core.change.Change;
import wexa.core.change.Resolution;
import wexa.core.finding.Finding;
import wexa.core.model.Account;
import wexa.core.model.IssuedName;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.core.value.Mail;

/** What was once somebody's is never issued to somebody else. */
class IssuedNamesTest {
    private static final Instant NOW = RandomModel.NOW;

    static LongStream seeds() {
        return LongStream.range(0, 20);
    }

    private static Person named(Person of, String handle, String mail) {
        return new Person(
                of.id(),
                Handle.of(handle),
                of.givenName(),
                of.familyName(),
                Optional.of(Mail.of(mail)),
                of.phone(),
                of.home(),
                of.directoryEntry(),
                of.custom());
    }

    private static Model applied(Model model, Change change) {
        Resolution resolution = change.resolve(model, NOW);
        assertThat(resolution.findings()).noneMatch(Finding::blocks);
        return model.with(resolution.effects());
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void handlesAndAddressesStayWithWhoHadThem(long seed) {
        RandomModel made = new RandomModel(seed);
        Person had = named(made.people.get(0), "first.name", "First.Name@skerrow.example");
        Model before = applied(made.model(), new PersonChange.Edit(had));
        Model renamed = applied(before, new PersonChange.Edit(named(had, "second.name", "second@skerrow.example")));

        Person other = named(made.people.get(1), "first.name", "first.name@skerrow.example");
        List<Finding> found = new PersonChange.Edit(other).resolve(renamed, NOW).findings();
        assertThat(found)
                .extracting(Finding::code, Finding::path)
                .contains(
                        tuple(PersonCodes.NAME_ISSUED_BEFORE, "handle"), tuple(PersonCodes.NAME_ISSUED_BEFORE, "mail"));
        String free = found.get(0).facts().get("free");
        assertThat(new PersonChange.Edit(named(other, free, "other@skerrow.example"))
                        .resolve(renamed, NOW)
                        .findings())
                .noneMatch(Finding::blocks);

        Model back = applied(renamed, new PersonChange.Edit(had));
        assertThat(back.people().get(had.id())).isEqualTo(had);
        Model again = applied(back, new PersonChange.Edit(named(had, "second.name", "second@skerrow.example")));
        assertThat(again.table(Kind.ISSUED_NAME).size())
                .as("each name is kept once")
                .isEqualTo(back.table(Kind.ISSUED_NAME).size());
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void userNamesStayWithWhoHadThemWithinTheirTenant(long seed) {
        RandomModel made = new RandomModel(seed);
        Account had = made.accounts.stream()
                .filter(account -> account.person().isPresent())
                .findFirst()
                .orElseThrow();
        Model before = applied(made.model(), new AccountChange.Edit(as(had, "once.mine")));
        Model renamed = applied(before, new AccountChange.Edit(as(had, "now.mine")));
        Person other = made.people.stream()
                .filter(person -> renamed.table(Kind.ACCOUNT).by(Account.BY_PERSON, person.id()).stream()
                        .noneMatch(account -> account.tenant().equals(had.tenant())))
                .findFirst()
                .orElseThrow();
        Account wanted = new Account(
                made.id(),
                had.tenant(),
                had.kind(),
                Optional.of(other.id()),
                "Once.Mine",
                Account.State.OPEN,
                Map.of());
        assertThat(new AccountChange.Open(wanted).resolve(renamed, NOW).findings())
                .singleElement()
                .satisfies(finding -> {
                    assertThat(finding.code()).isEqualTo(PersonCodes.NAME_ISSUED_BEFORE);
                    assertThat(finding.facts().get("free")).isEqualTo("Once.Mine2");
                });
        Id<Tenant> elsewhere = made.tenants.stream()
                .map(Tenant::id)
                .filter(tenant -> !tenant.equals(had.tenant()))
                .findFirst()
                .orElseThrow();
        assertThat(IssuedNames.holder(
                        renamed,
                        IssuedName.Sort.USER_NAME,
                        Account.uniqueName(elsewhere, "once.mine"),
                        Optional.empty()))
                .isEmpty();
    }

    private static Account as(Account account, String userName) {
        return new Account(
                account.id(),
                account.tenant(),
                account.kind(),
                account.person(),
                userName,
                account.state(),
                account.attributes());
    }
}
