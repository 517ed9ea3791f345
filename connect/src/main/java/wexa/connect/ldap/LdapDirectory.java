package wexa.connect.ldap;

import com.unboundid.asn1.ASN1OctetString;
import com.unboundid.ldap.sdk.Entry;
import com.unboundid.ldap.sdk.Filter;
import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.LDAPSearchException;
import com.unboundid.ldap.sdk.ResultCode;
import com.unboundid.ldap.sdk.SearchRequest;
import com.unboundid.ldap.sdk.SearchResult;
import com.unboundid.ldap.sdk.SearchScope;
import com.unboundid.ldap.sdk.controls.SimplePagedResultsControl;
import com.unboundid.util.StaticUtils;
import java.text.ParseException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Date;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import wexa.connect.Encryption;
import wexa.connect.Outcome;
import wexa.connect.Trust;
import wexa.connect.Words;

/**
 * People and groups in one directory: people searched from the first letters, or all with the groups, by paging (RFC 2696).
 * Referrals are not followed.
 */
public final class LdapDirectory {
    private static final int PAGE = 500;
    private static final int SMALLEST_PAGE = 10;

    /** A page may be empty where a filter left nothing on it; a directory that goes round in a circle has no last one. */
    private static final int MOST_PAGES_WITHOUT_NEWS = 100;

    private static final int LONGEST_VALUE = 400;
    private static final List<String> PERSON = List.of(
            "uid",
            "givenName",
            "sn",
            "mail",
            "mobile",
            "employeeNumber",
            "employeeType",
            "title",
            "ou",
            "createTimestamp");

    /** By what entries are known where nothing else is set (RFC 4530). */
    public static final String ENTRY_UUID = "entryUUID";

    private final Settings settings;
    private final Identity identity;
    private final LdapConnector connector;

    /** Attributes that are asked for besides those of every person. */
    private final Set<String> others;

    /**
     * Where a directory is and how to read it.
     *
     * @param idAttribute by what entries are known for good
     * @param limit how long one answer may take
     */
    public record Settings(
            String host,
            int port,
            Encryption encryption,
            String bindDn,
            String bindPassword,
            String peopleDn,
            Optional<String> groupsDn,
            String idAttribute,
            Trust trust,
            Duration limit) {}

    /** What of the settings a failure is about. */
    public enum Blame {
        HOST,
        CERTIFICATE,
        ENCRYPTION,
        LOGIN,
        PEOPLE_DN,
        GROUPS_DN,
        NOTHING
    }

    public LdapDirectory(Settings settings) {
        this(settings, Set.of());
    }

    /** @param others attributes of people to be read as well, such as {@code roomNumber}; what an entry does not have is left out */
    public LdapDirectory(Settings settings, Set<String> others) {
        this.others = Set.copyOf(others);
        this.settings = settings;
        this.identity = new Identity(settings.idAttribute());
        this.connector = new LdapConnector(settings);
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
        return connector.connected(connection -> {
            SearchRequest request = request(settings.peopleDn(), filter, asked());
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

    /** One entry, as it is now; nothing where the name is nobody's. */
    public Outcome<Optional<DirectoryEntry>> read(String dn) {
        return connector.connected(connection -> {
            SearchRequest request = new SearchRequest(
                    dn,
                    SearchScope.BASE,
                    Filter.createPresenceFilter("objectClass"),
                    Stream.concat(asked().stream(), Stream.of(settings.idAttribute()))
                            .toArray(String[]::new));
            try {
                return people(connection.search(request).getSearchEntries()).stream()
                        .findFirst();
            } catch (LDAPSearchException none) {
                if (none.getResultCode() == ResultCode.NO_SUCH_OBJECT) {
                    return Optional.empty();
                }
                throw none;
            }
        });
    }

    /** Everybody and every group, page by page. A reading that fails half-way is no reading. */
    public Outcome<DirectoryContents> readAll() {
        return connector.connected(connection -> {
            List<String> remarks = new ArrayList<>();
            List<Entry> people = paged(
                    connection,
                    settings.peopleDn(),
                    Filter.createEqualityFilter("objectClass", "inetOrgPerson"),
                    asked(),
                    Blame.PEOPLE_DN);
            List<DirectoryEntry> read = people(people);
            read.forEach(entry -> entry.problem()
                    .ifPresent(problem -> remarks.add(Words.plain(entry.dn()) + " was left out: " + problem)));
            if (settings.groupsDn().isEmpty()) {
                return new DirectoryContents(read, Optional.empty(), remarks);
            }
            List<Entry> groups = paged(
                    connection,
                    settings.groupsDn().get(),
                    GroupEntries.FILTER,
                    GroupEntries.ATTRIBUTES,
                    Blame.GROUPS_DN);
            return new DirectoryContents(
                    read, Optional.of(GroupEntries.of(people, groups, identity, remarks)), remarks);
        });
    }

    /** As many on a page as the directory gives: one that gives fewer is asked anew for smaller pages. */
    private List<Entry> paged(
            LDAPConnection connection, String base, Filter filter, List<String> attributes, Blame about)
            throws LDAPException {
        for (int size = PAGE; ; size /= 2) {
            try {
                return paged(connection, base, filter, attributes, size);
            } catch (LDAPException failed) {
                ResultCode code = failed.getResultCode();
                boolean isTooMuch = code == ResultCode.SIZE_LIMIT_EXCEEDED || code == ResultCode.ADMIN_LIMIT_EXCEEDED;
                if (!isTooMuch || size <= SMALLEST_PAGE) {
                    throw code == ResultCode.NO_SUCH_OBJECT || code == ResultCode.INVALID_DN_SYNTAX || isTooMuch
                            ? new LdapConnector.BlamedException(failed, about)
                            : failed;
                }
            }
        }
    }

    private List<Entry> paged(LDAPConnection connection, String base, Filter filter, List<String> attributes, int size)
            throws LDAPException {
        Map<String, Entry> all = new LinkedHashMap<>();
        ASN1OctetString cookie = null;
        int pagesWithoutNews = 0;
        do {
            SearchRequest request = request(base, filter, attributes);
            request.addControl(new SimplePagedResultsControl(size, cookie));
            SearchResult page = connection.search(request);
            int before = all.size();
            for (Entry entry : page.getSearchEntries()) {
                // a page that comes twice is no second entry
                all.put(Identity.plain(entry.getDN()), entry);
            }
            SimplePagedResultsControl answer = SimplePagedResultsControl.get(page);
            cookie = answer != null && answer.moreResultsToReturn() ? answer.getCookie() : null;
            pagesWithoutNews = all.size() > before ? 0 : pagesWithoutNews + 1;
            if (pagesWithoutNews > MOST_PAGES_WITHOUT_NEWS) {
                throw new LdapConnector.BlamedException(
                        new LDAPException(
                                ResultCode.OTHER, "the directory announces page after page that holds nothing new"),
                        Blame.NOTHING);
            }
        } while (cookie != null);
        return List.copyOf(all.values());
    }

    /** What of the settings an outcome that is not done is about; the type of the outcome says it. */
    public static Blame blame(Outcome<?> outcome) {
        if (outcome instanceof Outcome.Refused<?> refused) {
            for (Blame blame : Blame.values()) {
                if (blame.name().equals(refused.type())) {
                    return blame;
                }
            }
            return Blame.NOTHING;
        }
        return Blame.HOST;
    }

    private SearchRequest request(String base, Filter filter, List<String> attributes) {
        String[] wanted = Stream.concat(attributes.stream(), Stream.of(settings.idAttribute()))
                .toArray(String[]::new);
        SearchRequest request = new SearchRequest(base, SearchScope.SUB, filter, wanted);
        request.setTimeLimitSeconds((int) Math.max(1, settings.limit().toSeconds()));
        return request;
    }

    private List<DirectoryEntry> people(List<? extends Entry> entries) {
        return entries.stream().map(this::entry).toList();
    }

    private List<String> asked() {
        return Stream.concat(PERSON.stream(), others.stream()).distinct().toList();
    }

    /** A value that cannot be used stands for itself alone: the person is read all the same. */
    private Map<String, String> others(Entry entry) {
        Map<String, String> values = new HashMap<>();
        for (String attribute : others) {
            String value = Optional.ofNullable(entry.getAttributeValue(attribute))
                    .orElse("")
                    .strip();
            if (!value.isEmpty()
                    && value.length() <= LONGEST_VALUE
                    && value.chars().noneMatch(Character::isISOControl)) {
                values.put(attribute.toLowerCase(Locale.ROOT), value);
            }
        }
        return values;
    }

    private DirectoryEntry entry(Entry entry) {
        Map<String, String> values = new HashMap<>();
        Optional<String> problem = Optional.empty();
        for (String attribute : PERSON) {
            String value = Optional.ofNullable(entry.getAttributeValue(attribute))
                    .orElse("")
                    .strip();
            if (value.length() > LONGEST_VALUE) {
                problem = Optional.of(attribute + " has more than " + LONGEST_VALUE + " characters");
            } else if (value.chars().anyMatch(Character::isISOControl)) {
                problem = Optional.of(attribute + " has control characters in it");
            } else if (!value.isEmpty()) {
                values.put(attribute, value);
            }
        }
        return new DirectoryEntry(
                identity.of(entry),
                entry.getDN(),
                values.getOrDefault("uid", ""),
                values.getOrDefault("givenName", ""),
                values.getOrDefault("sn", ""),
                Optional.ofNullable(values.get("mail")),
                Optional.ofNullable(values.get("mobile")),
                Optional.ofNullable(values.get("employeeNumber")),
                Optional.ofNullable(values.get("employeeType")),
                Optional.ofNullable(values.get("title")),
                Optional.ofNullable(values.get("ou")),
                created(entry),
                problem,
                others(entry));
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
