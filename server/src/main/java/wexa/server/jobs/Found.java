package wexa.server.jobs;

import java.util.Comparator;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation;
import wexa.core.model.Account;
import wexa.core.model.Id;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.preview.Preview;

/** Accounts that a changeset makes and that are in their tenants already, each with the tenant's own id. */
public record Found(Map<Id<Account>, String> remoteIds) {
    static final Found NONE = new Found(Map.of());

    public Found {
        remoteIds = Map.copyOf(remoteIds);
    }

    /** Those that the entries of a draft say, of what is ready. */
    public static Found by(Preview preview) {
        Map<Id<Account>, String> found = new TreeMap<>();
        for (Preview.Outcome outcome : preview.outcomes()) {
            String remoteId = outcome.entry().fields().getOrDefault("found", "");
            if (outcome.state() == Preview.State.READY && !remoteId.isEmpty()) {
                found.put(Id.of(outcome.entry().fields().getOrDefault("id", "")), remoteId);
            }
        }
        return new Found(found);
    }

    SortedMap<Account, String> in(Id<Tenant> tenant, Model model) {
        SortedMap<Account, String> here = new TreeMap<>(Comparator.comparing(Account::id));
        remoteIds.forEach((id, remoteId) -> model.table(Kind.ACCOUNT)
                .find(id)
                .filter(account -> account.tenant().equals(tenant))
                .ifPresent(account -> here.put(account, remoteId)));
        return here;
    }

    /** What was read, as it is once these are linked. */
    Observation seen(Id<Tenant> tenant, Model model, Observation read) {
        Observation seen = read;
        for (Map.Entry<Account, String> one : in(tenant, model).entrySet()) {
            seen = seen.linked(ObjectKey.account(one.getKey().id()), one.getValue());
        }
        return seen;
    }
}
