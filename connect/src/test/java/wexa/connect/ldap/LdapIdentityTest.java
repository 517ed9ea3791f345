package wexa.connect.ldap;

import static org.assertj.core.api.Assertions.assertThat;

import com.unboundid.asn1.ASN1OctetString;
import com.unboundid.ldap.listener.InMemoryDirectoryServer;
import com.unboundid.ldap.listener.InMemoryDirectoryServerConfig;
import com.unboundid.ldap.listener.InMemoryListenerConfig;
import com.unboundid.ldap.listener.interceptor.InMemoryInterceptedSearchRequest;
import com.unboundid.ldap.listener.interceptor.InMemoryInterceptedSearchResult;
import com.unboundid.ldap.listener.interceptor.InMemoryOperationInterceptor;
import com.unboundid.ldap.sdk.Control;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.LDAPResult;
import com.unboundid.ldap.sdk.ResultCode;
import com.unboundid.ldap.sdk.SearchRequest;
import com.unboundid.ldap.sdk.SearchScope;
import com.unboundid.ldap.sdk.controls.SimplePagedResultsControl;
import java.net.InetAddress;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import wexa.connect.Encryption;
import wexa.connect.Outcome;
import wexa.connect.Trust;
import wexa.connect.ldap.LdapDirectory.Blame;

/** Entries are known by what stays; odd ones stop at themselves; failures blame the field that is wrong. */
class LdapIdentityTest {
    private static final String BASE = "dc=skerrow,dc=example";

    private static InMemoryDirectoryServer serving(InMemoryOperationInterceptor... interceptors) throws Exception {
        InMemoryDirectoryServerConfig config = new InMemoryDirectoryServerConfig(BASE);
        config.addAdditionalBindCredentials("cn=reader", "secret");
        config.setSchema(null);
        config.setGenerateOperationalAttributes(false);
        for (InMemoryOperationInterceptor one : interceptors) {
            config.addInMemoryOperationInterceptor(one);
        }
        config.setListenerConfigs(
                InMemoryListenerConfig.createLDAPConfig("ldap", InetAddress.getLoopbackAddress(), 0, null));
        InMemoryDirectoryServer server = new InMemoryDirectoryServer(config);
        server.add("dn: " + BASE, "objectClass: domain", "dc: skerrow");
        for (String place : List.of("north", "south")) {
            server.add("dn: ou=" + place + "," + BASE, "objectClass: organizationalUnit", "ou: " + place);
            server.add(
                    "dn: uid=ines,ou=" + place + "," + BASE,
                    "objectClass: inetOrgPerson",
                    "entryUUID: 0000000" + (place.equals("north") ? 1 : 2) + "-0000-4000-8000-00000000000A",
                    "uid: ines",
                    "sn: Of " + place,
                    "cn: Ines");
            server.add(
                    "dn: cn=staff,ou=" + place + "," + BASE,
                    "objectClass: groupOfNames",
                    "cn: staff",
                    "member: uid=ines,ou=" + place + "," + BASE);
        }
        server.startListening();
        return server;
    }

    private static LdapDirectory.Settings settings(int port, String people, String password) {
        return new LdapDirectory.Settings(
                "127.0.0.1",
                port,
                Encryption.NONE,
                "cn=reader",
                password,
                people,
                Optional.of(BASE),
                LdapDirectory.ENTRY_UUID,
                Trust.ofMachine(),
                Duration.ofSeconds(30));
    }

    private static DirectoryContents read(InMemoryDirectoryServer server) {
        Outcome<DirectoryContents> outcome =
                new LdapDirectory(settings(server.getListenPort(), BASE, "secret")).readAll();
        assertThat(outcome).isInstanceOf(Outcome.Done.class);
        return ((Outcome.Done<DirectoryContents>) outcome).value();
    }

    @Test
    void theSameUidAndCnInTwoPlacesAreTwoEntriesAndTwoGroups() throws Exception {
        try (InMemoryDirectoryServer server = serving()) {
            DirectoryContents read = read(server);
            assertThat(read.people())
                    .extracting(DirectoryEntry::id)
                    .containsExactlyInAnyOrder(
                            "00000001-0000-4000-8000-00000000000a", "00000002-0000-4000-8000-00000000000a");
            assertThat(read.groups().orElseThrow()).hasSize(2).allSatisfy(group -> {
                assertThat(group.name()).isEqualTo("staff");
                assertThat(group.members()).hasSize(1);
            });
            assertThat(read.groups().orElseThrow())
                    .extracting(DirectoryGroup::id)
                    .doesNotHaveDuplicates();
        }
    }

    @Test
    void anEntryKeepsItsIdWhenItIsRenamedOrMoved() throws Exception {
        try (InMemoryDirectoryServer server = serving()) {
            server.modifyDN("uid=ines,ou=north," + BASE, "uid=ines.abara", true, "ou=south," + BASE);
            assertThat(read(server).people())
                    .filteredOn(entry -> entry.userId().equals("ines.abara"))
                    .singleElement()
                    .satisfies(entry -> assertThat(entry.id()).isEqualTo("00000001-0000-4000-8000-00000000000a"));
        }
    }

    @Test
    void entriesWithoutUidOrIdAreListedAndNotMerged() throws Exception {
        try (InMemoryDirectoryServer server = serving()) {
            for (int number = 0; number < 3; number++) {
                server.add(
                        "dn: cn=guest " + number + "," + BASE, "objectClass: inetOrgPerson", "cn: Guest", "sn: Guest");
            }
            assertThat(read(server).people())
                    .filteredOn(entry -> entry.familyName().equals("Guest"))
                    .hasSize(3)
                    .allSatisfy(entry -> assertThat(entry.userId()).isEmpty())
                    .extracting(DirectoryEntry::id)
                    .doesNotHaveDuplicates();
        }
    }

    @Test
    void anOverlongOrOddValueRefusesThatEntryWithItsName() throws Exception {
        try (InMemoryDirectoryServer server = serving()) {
            server.add("dn: uid=long," + BASE, "objectClass: inetOrgPerson", "uid: long", "sn: " + "x".repeat(100_000));
            server.add("dn: uid=odd," + BASE, "objectClass: inetOrgPerson", "uid: odd", "sn:: AAEC");
            DirectoryContents read = read(server);
            assertThat(read.people()).hasSize(4);
            assertThat(read.people())
                    .filteredOn(entry -> entry.problem().isPresent())
                    .hasSize(2);
            assertThat(read.remarks())
                    .anyMatch(text -> text.contains("uid=long," + BASE) && text.contains("more than 400"))
                    .anyMatch(text -> text.contains("uid=odd," + BASE) && text.contains("control characters"));
        }
    }

    /** A directory that gives at most so many at once: larger pages are refused. */
    private static InMemoryOperationInterceptor atMost(int most) {
        return new InMemoryOperationInterceptor() {
            @Override
            public void processSearchRequest(InMemoryInterceptedSearchRequest asked) throws LDAPException {
                SimplePagedResultsControl page = (SimplePagedResultsControl)
                        asked.getRequest().getControl(SimplePagedResultsControl.PAGED_RESULTS_OID);
                if (page != null && page.getSize() > most) {
                    throw new LDAPException(ResultCode.SIZE_LIMIT_EXCEEDED, "no more than " + most);
                }
            }
        };
    }

    @Test
    void pagesAreAsLargeAsTheDirectoryGives() throws Exception {
        try (InMemoryDirectoryServer server = serving(atMost(20))) {
            for (int number = 0; number < 150; number++) {
                server.add("dn: uid=p" + number + "," + BASE, "objectClass: inetOrgPerson", "uid: p" + number, "sn: P");
            }
            assertThat(read(server).people()).hasSize(152);
        }
        try (InMemoryDirectoryServer server = serving(atMost(1))) {
            Outcome<?> outcome = new LdapDirectory(settings(server.getListenPort(), BASE, "secret")).readAll();
            assertThat(((Outcome.Refused<?>) outcome).detail()).contains("raise its limit");
        }
    }

    @Test
    void failuresBlameWhatIsWrong() throws Exception {
        try (InMemoryDirectoryServer server = serving()) {
            int port = server.getListenPort();
            assertThat(blame(settings(port, BASE, "wrong"))).isEqualTo(Blame.LOGIN);
            assertThat(blame(settings(port, "ou=nowhere," + BASE, "secret"))).isEqualTo(Blame.PEOPLE_DN);
            assertThat(blame(settings(1, BASE, "secret"))).isEqualTo(Blame.HOST);
            LdapDirectory.Settings groups = new LdapDirectory.Settings(
                    "127.0.0.1",
                    port,
                    Encryption.NONE,
                    "cn=reader",
                    "secret",
                    BASE,
                    Optional.of("ou=nowhere," + BASE),
                    LdapDirectory.ENTRY_UUID,
                    Trust.ofMachine(),
                    Duration.ofSeconds(30));
            assertThat(blame(groups)).isEqualTo(Blame.GROUPS_DN);
        }
    }

    private static Blame blame(LdapDirectory.Settings settings) {
        return LdapDirectory.blame(new LdapDirectory(settings).readAll());
    }

    @Test
    void aDirectoryThatNeverComesToItsLastPageIsNoReading() throws Exception {
        InMemoryOperationInterceptor circle = new InMemoryOperationInterceptor() {
            @Override
            public void processSearchRequest(InMemoryInterceptedSearchRequest request) {
                request.setRequest(new SearchRequest(
                        request.getRequest().getBaseDN(),
                        SearchScope.SUB,
                        request.getRequest().getFilter()));
            }

            @Override
            public void processSearchResult(InMemoryInterceptedSearchResult result) {
                result.setResult(new LDAPResult(
                        result.getResult().getMessageID(), ResultCode.SUCCESS, null, null, null, new Control[] {
                            new SimplePagedResultsControl(0, new ASN1OctetString("again"))
                        }));
            }
        };
        try (InMemoryDirectoryServer server = serving(circle)) {
            Outcome<DirectoryContents> outcome =
                    new LdapDirectory(settings(server.getListenPort(), BASE, "secret")).readAll();
            assertThat(outcome).isInstanceOf(Outcome.Refused.class);
            assertThat(((Outcome.Refused<?>) outcome).detail()).contains("nothing new");
        }
    }
}
