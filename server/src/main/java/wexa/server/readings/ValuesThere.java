package wexa.server.readings;

import java.util.SortedMap;
import java.util.TreeMap;
import org.springframework.stereotype.Component;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.TenantObject;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.stored.StoredForms;

/** Which roles and entitlements the accounts of a tenant had when it was last read. Costs the tenant's accounts. */
@Component
public class ValuesThere {
    private final Observations observations;
    private final StoredForms forms;

    ValuesThere(Observations observations, StoredForms forms) {
        this.observations = observations;
        this.forms = forms;
    }

    /** How many accounts have each value, by the value as it stands in their state. */
    public SortedMap<String, Integer> of(Id<Tenant> tenant) {
        SortedMap<String, Integer> found = new TreeMap<>();
        observations
                .mark(tenant)
                .ifPresent(mark -> observations.each(tenant, mark.reading(), (key, body) -> {
                    if (key.type() == ObjectKey.Type.ACCOUNT) {
                        count(forms.readObject(body), found);
                    }
                }));
        observations.strangers(tenant, ObjectKey.Type.ACCOUNT).forEach(one -> count(one.state(), found));
        return found;
    }

    private static void count(TenantObject state, SortedMap<String, Integer> to) {
        if (state instanceof AccountState account) {
            account.held().forEach(value -> to.merge(value, 1, Integer::sum));
        }
    }
}
