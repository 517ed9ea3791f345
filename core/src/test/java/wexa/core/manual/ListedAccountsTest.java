package wexa.core.manual;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import wexa.core.RandomModel;
import wexa.core.access.AccessIndex;
import wexa.core.consistency.DesiredState;
import wexa.core.consistency.Difference;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation;
import wexa.core.consistency.TenantObject;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.model.Model;
import wexa.core.model.Tenant;

/** A list written from what should be there, with some lines left out, changed and added: each is found, and nothing else. */
class ListedAccountsTest {
    private static final List<String> HEADER = List.of(
            "User name", "first name", "LAST_NAME", "E-mail", "phone", "Status", "licence", "Rights", "cost centre");

    private static List<String> cells(AccountState state, boolean isActive) {
        return List.of(
                state.userName().toUpperCase(Locale.ROOT),
                state.givenName(),
                state.familyName(),
                state.mail().map(mail -> mail.toUpperCase(Locale.ROOT)).orElse(""),
                state.phone().orElse(""),
                isActive ? "Active" : "no",
                String.join("; ", state.seats()),
                state.held().stream()
                        .filter(value -> value.startsWith(TenantObject.ROLES))
                        .map(value -> value.substring(TenantObject.ROLES.length()))
                        .collect(Collectors.joining(";")),
                "SST-1");
    }

    private static boolean isOpen(AccountState state) {
        return state.activity() == TenantObject.Activity.OPEN;
    }

    /** What a reading of accounts can find: entitlements are in no list. */
    private static Optional<AccountState> listable(TenantObject object) {
        return object instanceof AccountState state
                        && state.held().stream().allMatch(value -> value.startsWith(TenantObject.ROLES))
                ? Optional.of(state)
                : Optional.empty();
    }

    @RepeatedTest(80)
    void whatIsOtherwiseThereIsFoundAndNothingElse(RepetitionInfo repetition) {
        RandomModel made = new RandomModel(repetition.getCurrentRepetition());
        Model model = made.model();
        AccessIndex index = AccessIndex.compile(model);
        for (Tenant tenant : made.tenants) {
            SortedMap<ObjectKey, TenantObject> desired = new DesiredState(model, index, tenant, RandomModel.NOW).all();
            List<AccountList.Row> rows = new ArrayList<>();
            Set<ObjectKey> otherwise = new TreeSet<>();
            Set<ObjectKey> listed = new HashSet<>();
            desired.forEach((key, object) -> listable(object).ifPresent(state -> {
                int what = made.random.nextInt(4);
                if (what == 0) {
                    // an account that should be closed may as well be gone
                    if (isOpen(state)) {
                        otherwise.add(key);
                    }
                    return;
                }
                listed.add(key);
                boolean isTurned = what == 1;
                if (isTurned) {
                    otherwise.add(key);
                }
                rows.add(new AccountList.Row(0, cells(state, isOpen(state) != isTurned), false));
            }));
            rows.add(new AccountList.Row(
                    0, List.of("nobody.known", "No", "Body", "", "", "active", "", "Admin", ""), false));
            Collections.shuffle(rows, made.random);
            AccountList list = AccountList.of(HEADER, rows, model.appOf(tenant), name -> true);
            assertThat(list.faults()).isEmpty();
            assertThat(list.unused()).containsExactly("cost centre");

            Observation found = ListedAccounts.of(list, model, tenant, new ListedAccounts.Before(Map.of(), desired))
                    .observation();

            assertThat(found.objects().keySet()).containsExactlyInAnyOrderElementsOf(listed);
            assertThat(found.strangers()).hasSize(1);
            Set<ObjectKey> differing = new TreeSet<>();
            desired.forEach((key, object) -> listable(object)
                    .flatMap(state -> Difference.of(
                            key,
                            Optional.of((TenantObject) state),
                            found.find(key).map(Observation.Seen::state)))
                    .filter(difference -> difference.kind() != Difference.Kind.SAME)
                    .ifPresent(difference -> differing.add(key)));
            assertThat(differing).isEqualTo(otherwise);
        }
    }

    private static AccountState state(Map<ObjectKey, ? extends TenantObject> states, ObjectKey key) {
        return (AccountState) states.get(key);
    }

    /** A list of user names alone, beside accounts of which some were seen and some are to be changed. */
    @RepeatedTest(40)
    void whatAListDoesNotTellProvesNoChange(RepetitionInfo repetition) {
        RandomModel made = new RandomModel(repetition.getCurrentRepetition());
        Model model = made.model();
        Tenant tenant = made.tenants.getFirst();
        SortedMap<ObjectKey, TenantObject> desired =
                new DesiredState(model, AccessIndex.compile(model), tenant, RandomModel.NOW).all();
        Map<ObjectKey, AccountState> seen = new TreeMap<>();
        List<AccountList.Row> rows = new ArrayList<>();
        desired.forEach((key, object) -> {
            if (object instanceof AccountState state && isOpen(state)) {
                rows.add(new AccountList.Row(0, List.of(state.userName()), false));
                if (made.random.nextBoolean()) {
                    // what is wanted now is something else than what was seen
                    seen.put(key, changed(state));
                }
            }
        });
        AccountList list = AccountList.of(List.of("login"), rows, model.appOf(tenant), name -> true);

        Observation found = ListedAccounts.of(list, model, tenant, new ListedAccounts.Before(seen, desired))
                .observation();

        assertThat(found.objects()).hasSize(rows.size());
        found.objects().forEach((key, one) -> {
            AccountState state = (AccountState) one.state();
            if (seen.containsKey(key)) {
                assertThat(state).isEqualTo(seen.get(key));
            } else {
                assertThat(state.familyName()).isEqualTo(state(desired, key).familyName());
                assertThat(state.seats()).isEmpty();
                assertThat(state.held()).isEmpty();
            }
        });
    }

    private static AccountState changed(AccountState state) {
        return new AccountState(
                state.userName(),
                state.givenName() + "a",
                state.familyName(),
                Optional.of("former@skerrow.example"),
                state.phone(),
                state.activity(),
                Set.of("former"),
                state.attributes(),
                Map.of(TenantObject.ROLES + "Former", true));
    }

    @Test
    void anAccountThatWasRenamedHereIsFoundByTheNameItWasLastListedWith() {
        RandomModel made = new RandomModel(3);
        Model model = made.model();
        Tenant tenant = made.tenants.getFirst();
        SortedMap<ObjectKey, TenantObject> desired =
                new DesiredState(model, AccessIndex.compile(model), tenant, RandomModel.NOW).all();
        ObjectKey key = desired.keySet().stream()
                .filter(one -> one.type() == ObjectKey.Type.ACCOUNT)
                .findFirst()
                .orElseThrow();
        AccountList list = AccountList.of(
                List.of("user name"),
                List.of(new AccountList.Row(2, List.of("former.name"), false)),
                model.appOf(tenant),
                name -> true);

        ListedAccounts found = ListedAccounts.of(
                list,
                model,
                tenant,
                new ListedAccounts.Before(Map.of(key, named("Former.Name", state(desired, key))), desired));

        assertThat(found.observation().objects().get(key).remoteId()).isEqualTo("former.name");
        assertThat(found.observation().strangers()).isEmpty();
        assertThat(found.met()).isOne();
    }

    private static AccountState named(String userName, AccountState state) {
        return new AccountState(
                userName,
                state.givenName(),
                state.familyName(),
                state.mail(),
                state.phone(),
                TenantObject.Activity.OPEN,
                state.seats(),
                state.attributes());
    }

    @Test
    void aListInWhichMostAreMissingIsDoubtful() {
        Map<Integer, Boolean> doubtful = new HashMap<>();
        for (int met = 0; met <= 4; met++) {
            doubtful.put(met, new ListedAccounts(new Observation(new TreeMap<>(), List.of()), 4, met).isDoubtful());
        }
        assertThat(doubtful).isEqualTo(Map.of(0, true, 1, true, 2, false, 3, false, 4, false));
        // of two, one may well be gone
        assertThat(new ListedAccounts(new Observation(new TreeMap<>(), List.of()), 2, 0).isDoubtful())
                .isFalse();
    }

    @Test
    void everyFaultIsToldWithItsLine() {
        RandomModel made = new RandomModel(1);
        Model model = made.model();
        List<AccountList.Row> rows = List.of(
                new AccountList.Row(2, List.of("ines", "active", "", "north"), false),
                new AccountList.Row(3, List.of("INES", "active", "", "North"), false),
                new AccountList.Row(4, List.of("", "active", "", "north"), false),
                new AccountList.Row(5, List.of("bo", "perhaps", "", "north"), false),
                new AccountList.Row(6, List.of("cy", "active", "throne", "north"), false),
                new AccountList.Row(7, List.of("di", "active", "", "south"), false),
                new AccountList.Row(8, List.of("ed"), true));

        AccountList list = AccountList.of(
                List.of("user name", "active", "seat", "tenant"),
                rows,
                model.appOf(made.tenants.getFirst()),
                name -> name.equalsIgnoreCase("north"));

        assertThat(list.faults())
                .containsExactly(
                        new AccountList.Fault(AccountList.Code.USER_NAME_TWICE, 3, "INES"),
                        new AccountList.Fault(AccountList.Code.USER_NAME_MISSING, 4, ""),
                        new AccountList.Fault(AccountList.Code.STATE_UNKNOWN, 5, "perhaps"),
                        new AccountList.Fault(AccountList.Code.SEAT_UNKNOWN, 6, "throne"),
                        new AccountList.Fault(AccountList.Code.OTHER_TENANT, 7, "south"),
                        new AccountList.Fault(AccountList.Code.RAGGED, 8, ""));
        assertThat(AccountList.of(
                                List.of("name", "mail"), List.of(), model.appOf(made.tenants.getFirst()), name -> true)
                        .faults())
                .containsExactly(new AccountList.Fault(AccountList.Code.NO_USER_NAMES, 1, "name, mail"));
    }
}
