package wexa.connect.ldap;

import com.unboundid.asn1.ASN1OctetString;
import com.unboundid.ldap.sdk.Entry;
import com.unboundid.ldap.sdk.ExtendedResult;
import com.unboundid.ldap.sdk.Filter;
import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPConnectionOptions;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.LDAPSearchException;
import com.unboundid.ldap.sdk.ResultCode;
import com.unboundid.ldap.sdk.SearchRequest;
import com.unboundid.ldap.sdk.SearchResult;
import com.unboundid.ldap.sdk.SearchScope;
import com.unboundid.ldap.sdk.controls.SimplePagedResultsControl;
import com.unboundid.ldap.sdk.extensions.StartTLSExtendedRequest;
import com.unboundid.util.StaticUtils;
import com.unboundid.util.ssl.JVMDefaultTrustManager;
import com.unboundid.util.ssl.SSLUtil;
import java.security.GeneralSecurityException;
import java.text.ParseException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Date;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import wexa.connect.Encryption;
import wexa.connect.Outcome;

/**
 * People and groups in one directory: people searched from the first letters, or all with the groups, by paging (RFC 2696).
 * Referrals are not followed.
 */
public final class LdapDirectory {
    private static final Duration PATIENCE = Duration.ofSeconds(5);
    private static final int PAGE = 500;
    private static final String[] PERSON = {
        "uid", "givenName", "sn", "mail", "mobile", "employeeNumber", "employeeType", "title", "ou", "createTimestamp"
    };

    private final Settings settings;

    /** Where a directory is and how to read it. */
    public record Settings(
            String host,
            int port,
            Encryption encryption,
            String bindDn,
            String bindPassword,
            String peopleDn,
            Optional<String> groupsDn,
            Duration limit) {}

    public LdapDirectory(Settings settings) {
        this.settings = settings;
    }

    /**
     * At most {@code limit} people whose user id, name, address or number begins with the text. What was typed is escaped
     * (RFC 4515 3): an asterisk finds an asterisk.
     */
    public Outcome<List<DirectoryEntry>> search(String typed, int limit) {
        List<Filter> filters = new ArrayList<>();
        for (String attribute : List.of("uid", "givenName", "sn", "cn", "mail", "employeeNumber")) {
            filters.add(Filter.createSubInitialFilter(attribute, typed));
        }
        Filter filter = Filter.createANDFilter(
                Filter.createEqualityFilter("objectClass", "inetOrgPerson"), Filter.createORFilter(filters));
        return connected(connection -> {
            SearchRequest request = request(settings.peopleDn(), filter, PERSON);
            request.setSizeLimit(limit);
            try {
                return people(connection.search(request).getSearchEntries());
            } catch (LDAPSearchException cut) {
                if (cut.getResultCode() == ResultCode.SIZE_LIMIT_EXCEEDED) {
                    return people(cut.getSearchEntries());
                }
                throw cut;
            }
        });
    }

    /** Everybody and every group, page by page. A reading that fails half-way is no reading. */
    public Outcome<DirectoryContents> readAll() {
        return connected(connection -> {
            List<Entry> people = paged(
                    connection,
                    () -> request(
                            settings.peopleDn(), Filter.createEqualityFilter("objectClass", "inetOrgPerson"), PERSON));
            if (settings.groupsDn().isEmpty()) {
                return new DirectoryContents(people(people), Optional.empty());
            }
            List<Entry> groups = paged(
                    connection, () -> request(settings.groupsDn().get(), GroupEntries.FILTER, GroupEntries.ATTRIBUTES));
            return new DirectoryContents(people(people), Optional.of(GroupEntries.of(people, groups)));
        });
    }

    private static List<Entry> paged(LDAPConnection connection, Supplier<SearchRequest> fresh) throws LDAPException {
        List<Entry> all = new ArrayList<>();
        ASN1OctetString cookie = null;
        do {
            SearchRequest request = fresh.get();
            request.addControl(new SimplePagedResultsControl(PAGE, cookie));
            SearchResult page = connection.search(request);
            all.addAll(page.getSearchEntries());
            SimplePagedResultsControl answer = SimplePagedResultsControl.get(page);
            cookie = answer != null && answer.moreResultsToReturn() ? answer.getCookie() : null;
        } while (cookie != null);
        return all;
    }

    /** Whether it was the name or the password that was refused (RFC 4511 A.1). */
    public static boolean isWrongLogin(Outcome.Refused<?> refused) {
        return refused.status() == ResultCode.INVALID_CREDENTIALS.intValue();
    }

    private SearchRequest request(String base, Filter filter, String... attributes) {
        SearchRequest request = new SearchRequest(base, SearchScope.SUB, filter, attributes);
        request.setTimeLimitSeconds((int) Math.max(1, settings.limit().toSeconds()));
        return request;
    }

    /** Something to do on an open connection. */
    private interface Work<T> {
        T on(LDAPConnection connection) throws LDAPException;
    }

    private <T> Outcome<T> connected(Work<T> work) {
        LDAPConnectionOptions options = new LDAPConnectionOptions();
        options.setConnectTimeoutMillis((int) settings.limit().toMillis());
        options.setResponseTimeoutMillis(settings.limit().toMillis());
        options.setFollowReferrals(false);
        try (LDAPConnection connection = opened(options)) {
            bind(connection);
            return new Outcome.Done<>(work.on(connection));
        } catch (LDAPException failed) {
            return failed.getResultCode().isConnectionUsable() && failed.getResultCode() != ResultCode.BUSY
                    ? new Outcome.Refused<>(
                            failed.getResultCode().intValue(),
                            failed.getResultCode().getName(),
                            StaticUtils.getExceptionMessage(failed))
                    : new Outcome.TryLater<>(PATIENCE, "the directory cannot be reached");
        }
    }

    private LDAPConnection opened(LDAPConnectionOptions options) throws LDAPException {
        try {
            return settings.encryption() == Encryption.TLS
                    ? new LDAPConnection(trusted().createSSLSocketFactory(), options, settings.host(), settings.port())
                    : new LDAPConnection(options, settings.host(), settings.port());
        } catch (GeneralSecurityException noTls) {
            throw new IllegalStateException("this Java offers no TLS", noTls);
        }
    }

    /** Whom the machine's Java trusts is trusted. */
    private static SSLUtil trusted() {
        return new SSLUtil(JVMDefaultTrustManager.getInstance());
    }

    /** Nothing is said of who asks before the connection is as it should be. */
    private void bind(LDAPConnection connection) throws LDAPException {
        if (settings.encryption() == Encryption.STARTTLS) {
            try {
                ExtendedResult begun = connection.processExtendedOperation(
                        new StartTLSExtendedRequest(trusted().createSSLContext()));
                if (begun.getResultCode() != ResultCode.SUCCESS) {
                    throw new LDAPException(begun.getResultCode(), "the directory does not encrypt");
                }
            } catch (GeneralSecurityException noTls) {
                throw new IllegalStateException("this Java offers no TLS", noTls);
            }
        }
        connection.bind(settings.bindDn(), settings.bindPassword());
    }

    private static List<DirectoryEntry> people(List<? extends Entry> entries) {
        return entries.stream().map(LdapDirectory::entry).toList();
    }

    private static DirectoryEntry entry(Entry entry) {
        return new DirectoryEntry(
                Optional.ofNullable(entry.getAttributeValue("uid")).orElse(""),
                Optional.ofNullable(entry.getAttributeValue("givenName")).orElse(""),
                Optional.ofNullable(entry.getAttributeValue("sn")).orElse(""),
                Optional.ofNullable(entry.getAttributeValue("mail")),
                Optional.ofNullable(entry.getAttributeValue("mobile")),
                Optional.ofNullable(entry.getAttributeValue("employeeNumber")),
                Optional.ofNullable(entry.getAttributeValue("employeeType")),
                Optional.ofNullable(entry.getAttributeValue("title")),
                Optional.ofNullable(entry.getAttributeValue("ou")),
                created(entry));
    }

    private static Optional<Instant> created(Entry entry) {
        String value = entry.getAttributeValue("createTimestamp");
        if (value == null) {
            return Optional.empty();
        }
        try {
            Date date = StaticUtils.decodeGeneralizedTime(value);
            return Optional.of(date.toInstant());
        } catch (ParseException unreadable) {
            return Optional.empty();
        }
    }
}
