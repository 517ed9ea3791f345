package wexa.core.manual;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation;
import wexa.core.consistency.TenantObject;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.manual.AccountList.Column;
import wexa.core.manual.AccountList.Line;
import wexa.core.model.Account;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;

/**
 * What a complete list of accounts says of a tenant. A tenant without an interface has no ids that stay, so that an account is
 * found by the name that it was last listed with, and else by the one it has here, whatever the case of their letters.
 *
 * @param observation the tenant as the list shows it
 * @param known how many of the accounts that Wexa has there could have been expected in the list
 * @param met how many of them are in it
 */
public record ListedAccounts(Observation observation, int known, int met) {
    private static final int FEW = 3;

    /**
     * What was known before.
     *
     * @param names accounts by the user names that they were last listed with
     * @param desired the accounts as they should be
     * @param open the accounts that were open there when the tenant was last read or confirmed
     */
    public record Before(Map<String, ObjectKey> names, Map<ObjectKey, TenantObject> desired, Set<ObjectKey> open) {}

    /** Lays a list without faults beside what is known. Costs the list and the tenant's accounts. */
    public static ListedAccounts of(AccountList list, Model model, Tenant tenant, Before before) {
        Map<String, ObjectKey> keys = new HashMap<>();
        for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_TENANT, tenant.id())) {
            keys.put(AccountList.folded(account.userName()), ObjectKey.account(account.id()));
        }
        Set<ObjectKey> accounts = new HashSet<>(keys.values());
        before.names().forEach((name, key) -> {
            if (accounts.contains(key)) {
                keys.put(AccountList.folded(name), key);
            }
        });
        SortedMap<ObjectKey, Observation.Seen> ours = new TreeMap<>();
        List<Observation.UnlinkedObject> strangers = new ArrayList<>();
        for (Line line : list.lines()) {
            ObjectKey key = keys.get(AccountList.folded(line.userName()));
            if (key == null || ours.containsKey(key)) {
                strangers.add(new Observation.UnlinkedObject(
                        ObjectKey.Type.ACCOUNT, line.userName(), state(list, line, Optional.empty())));
            } else {
                AccountState wanted = (AccountState) before.desired().get(key);
                ours.put(key, new Observation.Seen(line.userName(), state(list, line, Optional.ofNullable(wanted))));
            }
        }
        int met = (int) before.open().stream().filter(ours::containsKey).count();
        return new ListedAccounts(
                new Observation(ours, strangers), before.open().size(), met);
    }

    /** Whether so few of the accounts known there are in the list that it may be another tenant's. */
    public boolean isDoubtful() {
        return known >= FEW && met * 2 < known;
    }

    /** What the list does not tell is taken to be as it should: a column that is not there finds nothing. */
    private static AccountState state(AccountList list, Line line, Optional<AccountState> wanted) {
        return new AccountState(
                wanted.map(AccountState::userName)
                        .filter(line.userName()::equalsIgnoreCase)
                        .orElse(line.userName()),
                name(line, Column.GIVEN_NAME, wanted).orElse(""),
                name(line, Column.FAMILY_NAME, wanted).orElse(line.userName()),
                told(line, Column.MAIL, wanted.flatMap(AccountState::mail)),
                told(line, Column.PHONE, wanted.flatMap(AccountState::phone)),
                line.activity(),
                list.columns().contains(Column.SEAT)
                        ? line.seats()
                        : wanted.map(AccountState::seats).orElse(Set.of()),
                wanted.map(AccountState::attributes).orElse(Map.of()),
                values(list, line, wanted));
    }

    /** A part of the name; of a name that stands in one column, the parts are those that together make it. */
    private static Optional<String> name(Line line, Column part, Optional<AccountState> wanted) {
        Optional<String> told = line.cell(part);
        if (told.isPresent()) {
            return told;
        }
        Optional<String> whole = line.cell(Column.NAME);
        Optional<String> known =
                wanted.map(state -> part == Column.GIVEN_NAME ? state.givenName() : state.familyName());
        boolean isAsWanted = whole.isEmpty()
                || wanted.filter(state -> (state.givenName() + " " + state.familyName())
                                .strip()
                                .equalsIgnoreCase(whole.get()))
                        .isPresent();
        return isAsWanted ? known : part == Column.GIVEN_NAME ? Optional.empty() : whole;
    }

    /** A cell, unless it differs from what is wanted in case only; an empty one says that there is none. */
    private static Optional<String> told(Line line, Column column, Optional<String> wanted) {
        Optional<String> cell = line.cell(column);
        if (cell.isEmpty() || cell.equals(wanted)) {
            return wanted;
        }
        return wanted.filter(cell.get()::equalsIgnoreCase).or(() -> cell.filter(text -> !text.isEmpty()));
    }

    private static Map<String, Boolean> values(AccountList list, Line line, Optional<AccountState> wanted) {
        if (!list.columns().contains(Column.RIGHTS)) {
            // an account that is closed is not asked for what it could do
            return line.activity() == TenantObject.Activity.OPEN
                    ? wanted.map(AccountState::values).orElse(Map.of())
                    : Map.of();
        }
        Map<String, Boolean> values = new TreeMap<>();
        line.rights().forEach(right -> values.put(TenantObject.ROLES + right, true));
        return values;
    }
}
