package wexa.server.jobs;

import java.util.Comparator;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation.Seen;
import wexa.core.consistency.Observed;
import wexa.core.consistency.TenantObject;
import wexa.core.model.Account;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.preview.Preview;
import wexa.core.value.Id;
import wexa.server.readings.Observations;

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

    /** What was read, as it is once these are linked; for one who will ask for these objects. */
    Observed seen(Id<Tenant> tenant, Model model, Observations observations, Set<ObjectKey> expected) {
        Observed read = observations.of(tenant, expected);
        SortedMap<Account, String> here = in(tenant, model);
        Map<String, TenantObject> strangers = observations.strangers(tenant, ObjectKey.Type.ACCOUNT, here.values());
        Map<ObjectKey, Seen> linked = new HashMap<>();
        here.forEach((account, remoteId) -> {
            TenantObject state = strangers.get(remoteId);
            if (state != null) {
                linked.put(ObjectKey.account(account.id()), new Seen(remoteId, state));
            }
        });
        return key -> Optional.ofNullable(linked.get(key)).or(() -> read.find(key));
    }
}
