package wexa.core.message;

import wexa.core.model.Capability;
import wexa.core.model.Person;
import wexa.core.model.Tenant;

/** How a person signs in to a tenant: who is in a directory signs in there and gets no password anywhere else. */
public enum SignIn {
    DIRECTORY,
    OWN_PASSWORD,
    /** Not in a directory, and the tenant takes no passwords: the account cannot be used. */
    NONE;

    public static SignIn of(Person person, Tenant tenant) {
        if (person.directoryEntry().isPresent()) {
            return DIRECTORY;
        }
        return tenant.can(Capability.PASSWORDS) ? OWN_PASSWORD : NONE;
    }
}
