package wexa.server.jobs;

import java.util.Optional;
import wexa.connect.scim.Links;
import wexa.core.consistency.ObjectKey;

/** That an object of a tenant becomes one of ours, as the body of a step says it: our key, a blank, and the tenant's id. */
record Linking(ObjectKey key, String remoteId) {
    static Linking of(StepRow row) {
        int space = row.body.indexOf(' ');
        return new Linking(ObjectKey.parse(row.body.substring(0, space)), row.body.substring(space + 1));
    }

    /** Why it cannot be: the object is another of ours already. */
    Optional<String> taken(Links known) {
        return known.own(key.type(), remoteId)
                .filter(other -> !other.equals(key))
                .map(other -> key.type() == ObjectKey.Type.ACCOUNT
                        ? "This account is already linked to another person. Match it again on the tenant's page."
                        : "This group of the tenant already stands for something else. Choose another group.");
    }
}
