package wexa.core.renaming;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.account.AccountChange;
import wexa.core.account.AccountCodes;
import wexa.core.change.Resolution;
import wexa.core.finding.Finding;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.App;
import wexa.core.model.Capability;
import wexa.core.model.Effect;
import wexa.core.model.Engagement;
import wexa.core.model.EngagementKind;
import wexa.core.model.Environment;
import wexa.core.model.IssuedName;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.model.UserNameRule;
import wexa.core.person.PersonChange;
import wexa.core.renaming.RenamePlan.Fate;
import wexa.core.renaming.RenamePlan.Line;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Mail;
import wexa.core.value.Window;

/** Changes of name in models made at random, against the tenants' rules read one by one; and each fate by hand. */
class RenamePlanTest {
    private static final App APP = new RandomModel(3).apps.getFirst();
    private static final List<Capability> CAPABILITIES = List.of(Capability.USERS);

    static LongStream seeds() {
        return LongStream.range(0, 80);
    }

    private static Person named(Person before, String handle) {
        return new Person(
                before.id(),
                Handle.of(handle),
                before.givenName(),
                "Newname",
                Optional.of(Mail.of(handle + "@skerrow.example")),
                before.phone(),
                before.home(),
                before.directoryEntry(),
                before.custom());
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void everyOpenAccountGetsWhatItsTenantsRuleMakesAndNothingThatSomebodyElseHas(long seed) {
        Random random = new Random(seed);
        Model model = new RandomModel(seed).model();
        List<Person> people = model.people().stream().toList();
        Person before = people.get(random.nextInt(people.size()));
        Person other = people.get(random.nextInt(people.size()));
        boolean isClash = random.nextBoolean() && !other.id().equals(before.id());
        Person after = named(before, isClash ? other.handle().text() : "somebody.new");

        RenamePlan plan = RenamePlan.of(model, before, after, RandomModel.NOW);

        Set<Id<Account>> open = model.table(Kind.ACCOUNT).stream()
                .filter(one -> one.isOpen() && one.person().equals(Optional.of(before.id())))
                .map(Account::id)
                .collect(Collectors.toSet());
        assertThat(plan.accounts()).extracting(line -> line.account().id()).containsExactlyInAnyOrderElementsOf(open);
        assertThat(plan.findings().isEmpty()).isEqualTo(!isClash);
        for (Line line : plan.accounts()) {
            Tenant tenant = model.tenants().get(line.account().tenant());
            Set<String> others = namesOfOthers(model, line.account());
            assertThat(others).doesNotContain(line.then());
            if (tenant.can(Capability.FIXED_USER_NAMES)) {
                assertThat(line.fate()).isEqualTo(Fate.FIXED);
                assertThat(line.then()).isEqualTo(line.account().userName());
            } else if (!others.contains(after.handle().text())) {
                assertThat(line.then()).isEqualTo(after.handle().text());
                assertThat(line.taken()).isEmpty();
            } else {
                assertThat(line.taken()).contains(after.handle().text());
                assertThat(line.then()).startsWith(after.handle().text());
            }
            if (line.canChange()) {
                assertThat(new AccountChange.Edit(line.account().named(line.then()))
                                .resolve(model, RandomModel.NOW)
                                .findings())
                        .isEmpty();
            }
        }
    }

    private static Set<String> namesOfOthers(Model model, Account account) {
        Set<String> names = new HashSet<>();
        model.table(Kind.ACCOUNT).stream()
                .filter(one ->
                        one.tenant().equals(account.tenant()) && !one.id().equals(account.id()))
                .forEach(one -> names.add(one.userName()));
        return names;
    }

    private static <T> Id<T> id(String name) {
        return Id.of(UUID.nameUUIDFromBytes(name.getBytes(StandardCharsets.UTF_8)));
    }

    private static Tenant tenant(String key, UserNameRule rule, List<Capability> capabilities) {
        return new Tenant(
                id(key), Key.of(key), APP.id(), key, Environment.LIVE, 0, Map.of(), rule, Set.copyOf(capabilities));
    }

    private static Account account(Tenant tenant, Person person, String name) {
        return new Account(
                id(tenant.key() + name),
                tenant.id(),
                AccountKind.PERSON,
                Optional.of(person.id()),
                name,
                Account.State.OPEN,
                Map.of());
    }

    private static Fate fate(RenamePlan plan, Tenant tenant) {
        return plan.accounts().stream()
                .filter(line -> line.account().tenant().equals(tenant.id()))
                .map(Line::fate)
                .findFirst()
                .orElseThrow();
    }

    @Test
    void whatFollowsARuleFollowsItAgainAndWhatSomebodyChoseOrATenantKeepsStays() {
        Person wren = new Person(
                id("wren"),
                Handle.of("wren.sallow"),
                "Wren",
                "Sallow",
                Optional.of(Mail.of("wren.sallow@skerrow.example")),
                Optional.empty(),
                Key.of("skerrow"),
                Optional.empty(),
                Map.of());
        Tenant byMail = tenant("by-mail", UserNameRule.MAIL, CAPABILITIES);
        Tenant byHandle = tenant("by-handle", UserNameRule.HANDLE, CAPABILITIES);
        Tenant chosen = tenant("chosen", UserNameRule.HANDLE, CAPABILITIES);
        Tenant byNumber = tenant("by-number", UserNameRule.STAFF_NUMBER, CAPABILITIES);
        Tenant fixed = tenant("fixed", UserNameRule.MAIL, List.of(Capability.USERS, Capability.FIXED_USER_NAMES));
        Model model = Model.empty().with(List.of(Effect.make(APP)));
        for (Tenant tenant : List.of(byMail, byHandle, chosen, byNumber, fixed)) {
            model = model.with(List.of(Effect.make(tenant)));
        }
        model = model.with(List.of(
                Effect.make(wren),
                Effect.make(new Engagement(
                        id("engagement"),
                        wren.id(),
                        EngagementKind.EMPLOYEE,
                        Optional.of("40288"),
                        id("unit"),
                        "Keeper",
                        Optional.empty(),
                        Window.ALWAYS)),
                Effect.make(account(byMail, wren, "Wren.Sallow@skerrow.example")),
                Effect.make(account(byHandle, wren, "wren.sallow")),
                Effect.make(account(chosen, wren, "wrennie")),
                Effect.make(account(byNumber, wren, "40288")),
                Effect.make(account(fixed, wren, "wren.sallow@skerrow.example"))));
        Person after = named(wren, "wren.ostrey");

        RenamePlan plan = RenamePlan.of(model, wren, after, RandomModel.NOW);

        assertThat(fate(plan, byMail)).isEqualTo(Fate.FOLLOWS);
        assertThat(fate(plan, byHandle)).isEqualTo(Fate.FOLLOWS);
        assertThat(fate(plan, chosen)).isEqualTo(Fate.CHOSEN);
        assertThat(fate(plan, byNumber)).isEqualTo(Fate.SAME);
        assertThat(fate(plan, fixed)).isEqualTo(Fate.FIXED);

        Person unreachable = new Person(
                wren.id(),
                after.handle(),
                "Wren",
                "Ostrey",
                Optional.empty(),
                Optional.empty(),
                wren.home(),
                Optional.empty(),
                Map.of());
        RenamePlan without = RenamePlan.of(model, wren, unreachable, RandomModel.NOW);
        assertThat(fate(without, byMail)).isEqualTo(Fate.NO_BASIS);
        assertThat(without.accounts())
                .filteredOn(line -> line.fate() == Fate.NO_BASIS)
                .noneMatch(Line::canChange);

        // a directory brought the name already: the user names are still those of the former one
        Resolution edit = new PersonChange.Edit(after).resolve(model, RandomModel.NOW);
        Model brought = model.with(edit.effects());
        assertThat(brought.table(Kind.ISSUED_NAME).by(IssuedName.BY_NAME, "HANDLE wren.sallow"))
                .hasSize(1);
        RenamePlan later = RenamePlan.of(brought, after, after, RandomModel.NOW);
        assertThat(fate(later, byMail)).isEqualTo(Fate.FOLLOWS);
        assertThat(fate(later, byHandle)).isEqualTo(Fate.FOLLOWS);
        assertThat(fate(later, chosen)).isEqualTo(Fate.CHOSEN);
    }

    @Test
    void aTenantThatKeepsUserNamesRefusesAnotherOneBeforeAnythingIsSent() {
        Person wren = new RandomModel(3).people.getFirst();
        Tenant fixed = tenant("fixed", UserNameRule.MAIL, List.of(Capability.USERS, Capability.FIXED_USER_NAMES));
        Account account = account(fixed, wren, "wren");
        Model model = Model.empty()
                .with(List.of(Effect.make(APP), Effect.make(fixed), Effect.make(wren), Effect.make(account)));

        assertThat(new AccountChange.Edit(account.named("other"))
                        .resolve(model, RandomModel.NOW)
                        .findings())
                .extracting(Finding::code)
                .containsExactly(AccountCodes.USER_NAME_FIXED);
        assertThat(new AccountChange.Edit(account)
                        .resolve(model, RandomModel.NOW)
                        .findings())
                .isEmpty();
    }
}
