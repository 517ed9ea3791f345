package wexa.server.jobs;

import java.util.Collections;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation.Seen;
import wexa.core.consistency.Observed;
import wexa.core.consistency.TenantObject;
import wexa.core.model.Account;
import wexa.core.model.Binding;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.preview.Preview;
import wexa.core.value.Id;
import wexa.server.readings.Observations;

/** Objects that a changeset makes ours and that are in their tenants already, each with the tenant's own id. */
public record Found(SortedMap<ObjectKey, String> remoteIds) {
    static final Found NONE = new Found(new TreeMap<>());

    public Found {
        remoteIds = Collections.unmodifiableSortedMap(new TreeMap<>(remoteIds));
    }

    /** Those that the entries of a draft say, of what is ready. */
    public static Found by(Preview preview) {
        SortedMap<ObjectKey, String> found = new TreeMap<>();
        for (Preview.Outcome outcome : preview.outcomes()) {
            String remoteId = outcome.entry().fields().getOrDefault("found", "");
            if (outcome.state() == Preview.State.READY && !remoteId.isEmpty()) {
                outcome.effects().forEach(effect -> key(effect).ifPresent(key -> found.put(key, remoteId)));
            }
        }
        return new Found(found);
    }

    private static Optional<ObjectKey> key(Effect effect) {
        return effect.after(Kind.ACCOUNT)
                .map(account -> ObjectKey.account(account.id()))
                .or(() -> effect.after(Kind.BINDING).map(binding -> ObjectKey.group(binding.id())));
    }

    /** The accounts among them. */
    public Set<Id<Account>> accounts() {
        return remoteIds.keySet().stream()
                .filter(key -> key.type() == ObjectKey.Type.ACCOUNT)
                .map(key -> Id.<Account>of(key.id()))
                .collect(Collectors.toSet());
    }

    SortedMap<ObjectKey, String> in(Id<Tenant> tenant, Model model) {
        SortedMap<ObjectKey, String> here = new TreeMap<>(remoteIds);
        here.keySet().removeIf(key -> !tenantOf(key, model).equals(Optional.of(tenant)));
        return here;
    }

    private static Optional<Id<Tenant>> tenantOf(ObjectKey key, Model model) {
        return key.type() == ObjectKey.Type.ACCOUNT
                ? model.table(Kind.ACCOUNT).find(Id.of(key.id())).map(Account::tenant)
                : model.table(Kind.BINDING).find(Id.of(key.id())).map(Binding::tenant);
    }

    /** What was read, as it is once these are linked; for one who will ask for these objects. */
    Observed seen(Id<Tenant> tenant, Model model, Observations observations, Set<ObjectKey> expected) {
        Observed read = observations.of(tenant, expected);
        SortedMap<ObjectKey, String> here = in(tenant, model);
        Map<ObjectKey, Seen> linked = new HashMap<>();
        here.keySet().stream().map(ObjectKey::type).distinct().forEach(type -> {
            Map<String, TenantObject> strangers = observations.strangers(tenant, type, here.values());
            here.forEach((key, remoteId) -> {
                TenantObject state = strangers.get(remoteId);
                if (state != null && key.type() == type) {
                    linked.put(key, new Seen(remoteId, state));
                }
            });
        });
        return key -> Optional.ofNullable(linked.get(key)).or(() -> read.find(key));
    }
}
