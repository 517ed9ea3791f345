package wexa.core.account;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.access.AccessIndex;
import wexa.core.consistency.Acceptance;
import wexa.core.consistency.DesiredState;
import wexa.core.consistency.Difference;
import wexa.core.consistency.Fields;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Step;
import wexa.core.consistency.TenantObject;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.intake.Entry;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.Effect;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;

/** Non-personal accounts: who answers for them, and that nothing of them is governed but their name and whether they are open. */
class KeptAccountsTest {
    private final RandomModel made = new RandomModel(5);
    private final Model model = made.model();

    static List<Fields> fields() {
        return List.of(Fields.WHOLE, Fields.of(Set.of(Fields.ACTIVITY)));
    }

    private List<Id<Person>> here(int count) {
        return made.people.stream()
                .map(Person::id)
                .filter(person -> PersonStatus.of(model, person, RandomModel.NOW) == PersonStatus.HERE)
                .limit(count)
                .toList();
    }

    private Account kept(AccountKind kind, Account.State state, boolean hasUnit, List<Id<Person>> owners) {
        return new Account(
                made.id(),
                made.tenants.getFirst().id(),
                kind,
                Optional.empty(),
                "pump-display",
                state,
                Map.of(),
                Optional.of(new Account.Ownership(
                        "Display at the pumps",
                        hasUnit ? Optional.of(made.units.getFirst().id()) : Optional.empty(),
                        owners)));
    }

    private List<Code> findings(Account account) {
        return new AccountChange.Keep(account, Optional.of("7"))
                .resolve(model, RandomModel.NOW).findings().stream()
                        .map(Finding::code)
                        .toList();
    }

    @Test
    void aSharedOneNeedsAUnitAndTwoPeopleAndEveryOtherOneSomebody() {
        List<Id<Person>> two = here(2);
        assertThat(findings(kept(AccountKind.SHARED, Account.State.OPEN, true, two)))
                .isEmpty();
        assertThat(findings(kept(AccountKind.SHARED, Account.State.OPEN, false, two)))
                .containsExactly(AccountCodes.SHARED_NEEDS);
        assertThat(findings(
                        kept(AccountKind.SHARED, Account.State.OPEN, true, List.of(two.getFirst(), two.getFirst()))))
                .containsExactly(AccountCodes.SHARED_NEEDS);
        assertThat(findings(kept(AccountKind.SERVICE, Account.State.OPEN, false, here(1))))
                .isEmpty();
        assertThat(findings(kept(AccountKind.SERVICE, Account.State.OPEN, false, List.of())))
                .containsExactly(AccountCodes.OWNER_NEEDED);
        assertThat(findings(kept(AccountKind.SHARED, Account.State.CLOSED, false, here(1))))
                .isEmpty();
        Id<Person> away = made.people.stream()
                .map(Person::id)
                .filter(person -> PersonStatus.of(model, person, RandomModel.NOW) != PersonStatus.HERE)
                .findFirst()
                .orElseThrow();
        assertThat(findings(kept(AccountKind.SERVICE, Account.State.OPEN, false, List.of(away))))
                .containsExactly(AccountCodes.OWNER_NOT_HERE);
        Account account = kept(AccountKind.SERVICE, Account.State.OPEN, false, here(1));
        assertThat(new AccountChange.Keep(account, Optional.empty())
                        .resolve(model, RandomModel.NOW)
                        .findings())
                .extracting(Finding::code)
                .containsExactly(AccountCodes.ACCOUNT_NOT_FOUND);
    }

    private static AccountState there(String userName, TenantObject.Activity activity) {
        return new AccountState(
                userName,
                "Pump",
                "Display",
                Optional.of("pumps@skerrow.example"),
                Optional.of("+441632960100"),
                activity,
                Set.of("full"),
                Map.of("device", "D-7"));
    }

    @Test
    void whatTheTenantSaysOfItStaysAndOnlyItsNameAndWhetherItIsOpenDiffer() {
        Account account = kept(AccountKind.SHARED, Account.State.OPEN, true, here(2));
        assertThat(kindOf(account, there("pump-display", TenantObject.Activity.OPEN)))
                .isEqualTo(Difference.Kind.SAME);
        assertThat(kindOf(account, there("pump-display", TenantObject.Activity.CLOSED)))
                .isEqualTo(Difference.Kind.DIFFERS);
        assertThat(kindOf(account, there("other", TenantObject.Activity.OPEN))).isEqualTo(Difference.Kind.DIFFERS);
        assertThat(kindOf(account.closed(), there("pump-display", TenantObject.Activity.CLOSED)))
                .isEqualTo(Difference.Kind.SAME);
    }

    @Test
    void whatSomebodyDidToItThereIsAcceptedUnlessNobodyIsToUseIt() {
        Account open = kept(AccountKind.SHARED, Account.State.OPEN, true, here(2));
        assertThat(accepted(open, there("pump-screen", TenantObject.Activity.CLOSED))
                        .entries())
                .extracting(Entry::form)
                .containsExactly("account.edit", "account.close");
        Acceptance.Taken reopened = accepted(open.closed(), there("pump-display", TenantObject.Activity.OPEN));
        assertThat(reopened.entries()).isEmpty();
        assertThat(reopened.left().values()).containsExactly(Acceptance.Why.KEPT_CLOSED);
    }

    private Acceptance.Taken accepted(Account account, AccountState seen) {
        Snapshot snapshot = Snapshot.compile(1, model.with(List.of(Effect.make(account))));
        Difference difference = Difference.of(ObjectKey.account(account.id()), wanted(account), Optional.of(seen))
                .orElseThrow();
        return Acceptance.of(
                List.of(difference),
                made.tenants.getFirst(),
                snapshot,
                RandomModel.NOW,
                ZoneOffset.UTC,
                UUID::randomUUID);
    }

    private Difference.Kind kindOf(Account account, AccountState seen) {
        return Difference.of(ObjectKey.account(account.id()), wanted(account), Optional.of(seen))
                .orElseThrow()
                .kind();
    }

    private Optional<TenantObject> wanted(Account account) {
        Model with = model.with(List.of(Effect.make(account)));
        return new DesiredState(with, AccessIndex.compile(with), made.tenants.getFirst(), RandomModel.NOW)
                .find(ObjectKey.account(account.id()), Optional.empty());
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("fields")
    void closingItLeavesEverythingElseAsItIs(Fields fields) {
        Account account = kept(AccountKind.SHARED, Account.State.CLOSED, true, here(2));
        AccountState before = there("pump-display", TenantObject.Activity.OPEN);
        Step step = new Step(Step.Verb.AMEND, ObjectKey.account(account.id()), wanted(account), fields);

        assertThat(step.after(Optional.of(before))).isEqualTo(there("pump-display", TenantObject.Activity.CLOSED));
    }
}
