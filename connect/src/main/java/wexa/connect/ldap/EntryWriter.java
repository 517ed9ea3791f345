package wexa.connect.ldap;

import com.unboundid.ldap.sdk.Entry;
import com.unboundid.ldap.sdk.Filter;
import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.LDAPSearchException;
import com.unboundid.ldap.sdk.Modification;
import com.unboundid.ldap.sdk.ModificationType;
import com.unboundid.ldap.sdk.ModifyRequest;
import com.unboundid.ldap.sdk.ResultCode;
import com.unboundid.ldap.sdk.SearchRequest;
import com.unboundid.ldap.sdk.SearchScope;
import com.unboundid.ldap.sdk.controls.AssertionRequestControl;
import java.util.Optional;
import wexa.connect.Outcome;

/** Writes one attribute of single entries, with a login that may. */
public final class EntryWriter {
    private final LdapDirectory.Settings settings;
    private final Identity identity;
    private final LdapConnector connector;

    /** @param settings with the name and password of the login that writes */
    public EntryWriter(LdapDirectory.Settings settings) {
        this.settings = settings;
        this.identity = new Identity(settings.idAttribute());
        this.connector = new LdapConnector(settings);
    }

    /**
     * Gives an attribute one value, or none (RFC 4511 4.6). The entry is looked at first: another may bear the name by now, and
     * stays as it is. What somebody else wrote in between is not written over where the directory supports assertions (RFC 4528).
     *
     * @param id what the entry is known by for good
     * @return the value before
     */
    public Outcome<Optional<String>> replace(String dn, String id, String attribute, Optional<String> value) {
        return connector
                .connected(connection -> replace(connection, dn, id, attribute, value))
                .then(outcome -> outcome);
    }

    private Outcome<Optional<String>> replace(
            LDAPConnection connection, String dn, String id, String attribute, Optional<String> value)
            throws LDAPException {
        Optional<Entry> found = entry(connection, dn, attribute);
        if (found.isEmpty()) {
            return new Outcome.Refused<>(
                    ResultCode.NO_SUCH_OBJECT_INT_VALUE, "", "there is no entry of this name any more");
        }
        if (!identity.of(found.get()).equals(id)) {
            return new Outcome.Refused<>(
                    ResultCode.ASSERTION_FAILED_INT_VALUE, "", "another entry has this name now; it was not changed");
        }
        Optional<String> before = Optional.ofNullable(found.get().getAttributeValue(attribute));
        if (before.equals(value)) {
            return new Outcome.Done<>(before);
        }
        ModifyRequest request = new ModifyRequest(
                dn,
                value.map(one -> new Modification(ModificationType.REPLACE, attribute, one))
                        .orElseGet(() -> new Modification(ModificationType.REPLACE, attribute)));
        if (supportsAssertions(connection)) {
            request.addControl(
                    new AssertionRequestControl(before.map(one -> Filter.createEqualityFilter(attribute, one))
                            .orElseGet(() -> Filter.createNOTFilter(Filter.createPresenceFilter(attribute)))));
        }
        connection.modify(request);
        return new Outcome.Done<>(before);
    }

    private static boolean supportsAssertions(LDAPConnection connection) throws LDAPException {
        return Optional.ofNullable(connection.getRootDSE())
                .filter(root -> root.supportsControl(AssertionRequestControl.ASSERTION_REQUEST_OID))
                .isPresent();
    }

    private Optional<Entry> entry(LDAPConnection connection, String dn, String attribute) throws LDAPException {
        String[] asked = {settings.idAttribute(), attribute};
        try {
            SearchRequest request =
                    new SearchRequest(dn, SearchScope.BASE, Filter.createPresenceFilter("objectClass"), asked);
            return connection.search(request).getSearchEntries().stream()
                    .map(Entry.class::cast)
                    .findFirst();
        } catch (LDAPSearchException none) {
            if (none.getResultCode() == ResultCode.NO_SUCH_OBJECT) {
                return Optional.empty();
            }
            throw none;
        }
    }
}
