package wexa.connect.scim;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeMap;
import wexa.connect.Outcome;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation;
import wexa.core.model.Capability;

/** A whole reading in one piece, as only small tenants allow. */
record Gathered(Observation observation, List<String> remarks) {
    static Outcome<Gathered> read(ScimTenant tenant, Set<Capability> capabilities, Links links) {
        TreeMap<ObjectKey, Observation.Seen> objects = new TreeMap<>();
        List<Observation.UnlinkedObject> strangers = new ArrayList<>();
        return tenant.read(capabilities, links, part -> {
                    objects.putAll(part.objects());
                    strangers.addAll(part.strangers());
                })
                .map(remarks -> new Gathered(new Observation(objects, strangers), remarks));
    }

    Links links() {
        Links links = new Links();
        observation.objects().forEach((key, seen) -> links.add(key, seen.remoteId()));
        return links;
    }
}
