package wexa.core.model;

import java.util.Collections;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.value.Id;
import wexa.core.value.Window;

/**
 * A difference between a tenant and the model that is let be for a while. It is found again when the window ends, and as soon as
 * the object has another value in the tenant.
 *
 * @param object the key of the object in the tenant
 * @param differs the fields that may differ, each as {@code field=digest} of the value that the tenant may have; or that the
 *     object may be missing, or extra with a digest of what is there
 * @param owner who answers for it
 */
public record ExceptedDifference(
        Id<ExceptedDifference> id,
        Id<Tenant> tenant,
        String object,
        Set<String> differs,
        Window window,
        Id<Person> owner,
        String reason)
        implements Fact {
    public static final Lookup<ExceptedDifference, Place> BY_PLACE =
            Lookup.by(one -> new Place(one.tenant(), one.object()));
    public static final Lookup<ExceptedDifference, Id<Tenant>> BY_TENANT = Lookup.by(ExceptedDifference::tenant);

    /** An object of a tenant. */
    public record Place(Id<Tenant> tenant, String object) {}

    public ExceptedDifference {
        differs = Collections.unmodifiableSet(new TreeSet<>(differs));
    }

    /** The same at another time. */
    public ExceptedDifference during(Window other) {
        return new ExceptedDifference(id, tenant, object, differs, other, owner, reason);
    }

    /** Those of an object. */
    public static List<ExceptedDifference> of(Id<Tenant> tenant, String object, Model model) {
        return model.table(Kind.EXCEPTED_DIFFERENCE).by(BY_PLACE, new Place(tenant, object));
    }
}
