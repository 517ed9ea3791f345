package wexa.core.model;

import java.util.Collections;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import wexa.core.value.Id;
import wexa.core.value.Key;

/** One instance of an app. {@code colour} numbers the tenant's place in the palette of the screens, from 0. */
public record Tenant(
        Id<Tenant> id,
        Key key,
        Id<App> app,
        String name,
        Environment environment,
        int colour,
        Map<Key, Integer> pools,
        UserNameRule userNameRule,
        Set<Capability> capabilities)
        implements Fact {
    public static final Lookup<Tenant, Key> BY_KEY = Lookup.by(Tenant::key);
    public static final Lookup<Tenant, Id<App>> BY_APP = Lookup.by(Tenant::app);

    public Tenant {
        pools = Collections.unmodifiableMap(new TreeMap<>(pools));
        capabilities = Collections.unmodifiableSet(new TreeSet<>(capabilities));
    }

    /** The colour of the next tenant: one that none before it has. */
    public static int nextColour(Model model) {
        return model.tenants().stream().mapToInt(Tenant::colour).max().orElse(-1) + 1;
    }

    public boolean can(Capability capability) {
        return capabilities.contains(capability);
    }
}
