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
     * @param seen the accounts as they were last listed or confirmed
     * @param desired the accounts as they should be
     */
    public record Before(Map<ObjectKey, AccountState> seen, Map<ObjectKey, TenantObject> desired) {}

    /** Lays a list without faults beside what is known. Costs the list and the tenant's accounts. */
    public static ListedAccounts of(AccountList list, Model model, Tenant tenant, Before before) {
        Map<String, ObjectKey> keys = new HashMap<>();
        for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_TENANT, tenant.id())) {
            keys.put(AccountList.folded(account.userName()), ObjectKey.account(account.id()));
        }
        Set<ObjectKey> accounts = new HashSet<>(keys.values());
        before.seen().forEach((key, state) -> {
            if (accounts.contains(key)) {
                keys.put(AccountList.folded(state.userName()), key);
            }
        });
        SortedMap<ObjectKey, Observation.Seen> ours = new TreeMap<>();
        List<Observation.UnlinkedObject> strangers = new ArrayList<>();
        for (Line line : list.lines()) {
            ObjectKey key = keys.get(AccountList.folded(line.userName()));
            if (key == null || ours.containsKey(key)) {
                strangers.add(new Observation.UnlinkedObject(
                        ObjectKey.Type.ACCOUNT,
                        line.userName(),
                        state(list, line, Optional.empty(), Optional.empty())));
            } else {
                Optional<AccountState> seen = Optional.ofNullable(before.seen().get(key));
                Optional<AccountState> wanted =
                        Optional.ofNullable(before.desired().get(key)).map(AccountState.class::cast);
                ours.put(key, new Observation.Seen(line.userName(), state(list, line, seen, wanted)));
            }
        }
        List<ObjectKey> open = before.seen().entrySet().stream()
                .filter(one -> one.getValue().activity() == TenantObject.Activity.OPEN)
                .map(Map.Entry::getKey)
                .toList();
        int met = (int) open.stream().filter(ours::containsKey).count();
        return new ListedAccounts(new Observation(ours, strangers), open.size(), met);
    }

    /** Whether so few of the accounts known there are in the list that it may be another tenant's. */
    public boolean isDoubtful() {
        return known >= FEW && met * 2 < known;
    }

    /**
     * What the list does not tell stays as it was last seen: it proves no change. Of an account that was never seen, who it is
     * is taken from here, because the list names it; which seats and rights it has, nobody knows, and none are assumed.
     */
    private static AccountState state(
            AccountList list, Line line, Optional<AccountState> seen, Optional<AccountState> wanted) {
        Optional<AccountState> known = seen.or(() -> wanted);
        return new AccountState(
                asWanted(Optional.of(line.userName()), wanted.map(AccountState::userName))
                        .orElseThrow(),
                name(line, Column.GIVEN_NAME, wanted, known).orElse(""),
                name(line, Column.FAMILY_NAME, wanted, known).orElse(line.userName()),
                told(line, Column.MAIL, wanted.flatMap(AccountState::mail), known.flatMap(AccountState::mail)),
                told(line, Column.PHONE, wanted.flatMap(AccountState::phone), known.flatMap(AccountState::phone)),
                line.activity(),
                list.columns().contains(Column.SEAT)
                        ? line.seats()
                        : seen.map(AccountState::seats).orElse(Set.of()),
                known.map(AccountState::attributes).orElse(Map.of()),
                list.columns().contains(Column.RIGHTS)
                        ? values(line)
                        : seen.map(AccountState::values).orElse(Map.of()));
    }

    /** What is listed, as it should be written if it differs from that in case only. */
    private static Optional<String> asWanted(Optional<String> listed, Optional<String> wanted) {
        return listed.flatMap(text -> wanted.filter(text::equalsIgnoreCase)).or(() -> listed);
    }

    /** A part of the name; of a name that stands in one column, the parts are those that together make it. */
    private static Optional<String> name(
            Line line, Column part, Optional<AccountState> wanted, Optional<AccountState> known) {
        Optional<String> told = line.cell(part);
        if (told.isPresent()) {
            return told;
        }
        Optional<String> whole = line.cell(Column.NAME);
        Optional<AccountState> called = whole.isEmpty()
                ? known
                : wanted.filter(state ->
                        (state.givenName() + " " + state.familyName()).strip().equalsIgnoreCase(whole.get()));
        return called.isPresent() || whole.isEmpty()
                ? called.map(state -> part == Column.GIVEN_NAME ? state.givenName() : state.familyName())
                : part == Column.GIVEN_NAME ? Optional.empty() : whole;
    }

    /** An address or a number; an empty cell says that there is none. */
    private static Optional<String> told(Line line, Column column, Optional<String> wanted, Optional<String> known) {
        Optional<String> cell = line.cell(column);
        return cell.isEmpty() ? known : asWanted(cell.filter(text -> !text.isEmpty()), wanted);
    }

    private static Map<String, Boolean> values(Line line) {
        Map<String, Boolean> values = new TreeMap<>();
        line.rights().forEach(right -> values.put(TenantObject.ROLES + right, true));
        return values;
    }
}
