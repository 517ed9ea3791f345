package wexa.server.directory;

import static org.assertj.core.api.Assertions.assertThat;

import com.unboundid.ldap.sdk.DN;
import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.Modification;
import com.unboundid.ldap.sdk.ModificationType;
import com.unboundid.ldap.sdk.SearchScope;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import wexa.sandbox.Directories;
import wexa.server.testing.Browserless;
import wexa.server.testing.Cast;

/** Groups in a partner's directory: read, followed when somebody lets them, and never emptied by a reading that lost them. */
class DirectoryGroupsTest {
    private static final String GROUPS = "ou=groups,dc=orrin,dc=example";
    private static final String SURGEONS = "cn=Surgeons,ou=nested," + GROUPS;
    private static final String OTHERS = "cn=others," + GROUPS;

    private final Cast cast = Cast.shared();
    private LDAPConnection directory;
    private List<String> vets;

    DirectoryGroupsTest() throws Exception {}

    @BeforeEach
    void connect() throws Exception {
        directory = new LDAPConnection(
                "127.0.0.1", cast.stage.ldapPort(), Directories.WRITE_DN, Directories.WRITE_PASSWORD);
        vets = directory
                .search("ou=people,dc=orrin,dc=example", SearchScope.ONE, "(objectClass=inetOrgPerson)", "uid")
                .getSearchEntries()
                .stream()
                .map(found -> found.getAttributeValue("uid"))
                .sorted()
                .toList();
        assertThat(vets).hasSizeGreaterThan(2);
    }

    @AfterEach
    void leave() throws Exception {
        for (String dn : List.of(SURGEONS, "ou=nested," + GROUPS, OTHERS)) {
            if (directory.getEntry(dn) != null) {
                directory.delete(dn);
            }
        }
        directory.close();
        // a reading that lost its groups is no whole one: the next test begins without any that were read before
        cast.bean(wexa.server.directory.Directories.class).forget("orrin");
        read();
    }

    private static String entry(String handle) {
        return "uid=" + handle + ",ou=people,dc=orrin,dc=example";
    }

    private void group(String dn, String description, String... members) throws LDAPException {
        com.unboundid.ldap.sdk.Entry made = new com.unboundid.ldap.sdk.Entry(dn);
        made.addAttribute("objectClass", "groupOfNames");
        made.addAttribute("cn", made.getRDN().getAttributeValues()[0]);
        made.addAttribute("description", description);
        made.addAttribute("member", members);
        directory.add(made);
    }

    private JsonNode read() throws Exception {
        Browserless.Answer answer = cast.tove.send("POST", "/api/v1/directory/readings", cast.tove.object());
        assertThat(answer.status()).as("%s", answer.body()).isEqualTo(200);
        return answer.body().path("directories").path(1);
    }

    private JsonNode held() throws Exception {
        JsonNode held = cast.tove
                .get("/api/v1/policies/held")
                .body()
                .valueStream()
                .filter(one -> one.path("name").asString().equals("What the Orrin directory says"))
                .findFirst()
                .orElseThrow();
        return cast.tove.get("/api/v1/drafts/" + held.path("draft").asString()).body();
    }

    private List<String> sentences(JsonNode draft) {
        return draft.path("entries")
                .valueStream()
                .map(entry -> entry.path("sentence").asString())
                .toList();
    }

    private Optional<JsonNode> found(String key) throws Exception {
        return cast.tove
                .get("/api/v1/groups")
                .body()
                .valueStream()
                .filter(group -> group.path("key").asString().equals(key))
                .findFirst();
    }

    @Test
    void groupsAreFollowedWhenSomebodyLetsThemAndStayWhenTheReadingLostThem() throws Exception {
        directory.add("dn: ou=nested," + GROUPS, "objectClass: organizationalUnit", "ou: nested");
        group(OTHERS, "", entry(vets.get(2)));
        group(SURGEONS, "Operate", entry(vets.get(0)), entry(vets.get(1)), "cn=nobody,dc=elsewhere");
        JsonNode shifting = read().path("shifting");
        assertThat(shifting).hasSize(2);
        JsonNode surgeons = shifting.path(1);
        assertThat(surgeons.path("name").asString()).isEqualTo("Surgeons");
        assertThat(surgeons.path("kind").asString()).isEqualTo("NEW");
        assertThat(surgeons.path("joining").asInt()).isEqualTo(2);
        assertThat(surgeons.path("unread").asInt()).isEqualTo(1);
        JsonNode draft = held();
        assertThat(sentences(draft))
                .contains(
                        "list group surgeons \"Surgeons\" entry \"orrin/" + DN.normalize(SURGEONS)
                                + "\" about \"Operate\"",
                        "list membership of " + vets.get(0) + " in group surgeons")
                .hasSize(5);
        read();
        assertThat(held().path("version").asLong())
                .as("read again, nothing is offered anew")
                .isEqualTo(draft.path("version").asLong());
        assertThat(cast.tove.apply(draft).status()).isEqualTo(200);
        assertThat(read().path("shifting")).isEmpty();
        assertThat(found("surgeons").orElseThrow().path("kind").asString()).isEqualTo("DIRECTORY");

        directory.modify(SURGEONS, new Modification(ModificationType.REPLACE, "member", entry(vets.get(1)), OTHERS));
        assertThat(read().path("shifting").path(0).path("leaving").asInt()).isEqualTo(1);
        assertThat(sentences(held()))
                .containsExactlyInAnyOrder(
                        "list membership of " + vets.get(2) + " in group surgeons",
                        "delist membership of " + vets.get(0) + " in group surgeons");
        assertThat(cast.tove.apply(held()).status()).isEqualTo(200);

        directory.delete(SURGEONS);
        directory.delete(OTHERS);
        JsonNode lost = read();
        assertThat(lost.path("state").asString()).isEqualTo("FAILED");
        assertThat(lost.path("detail").asString()).contains("had no groups");
        assertThat(lost.path("shifting"))
                .as("a reading that lost its groups says nothing")
                .isEmpty();

        group(OTHERS, "", entry(vets.get(2)));
        JsonNode vanished = read().path("shifting").path(0);
        assertThat(vanished.path("kind").asString()).isEqualTo("VANISHED");
        assertThat(cast.tove.get("/api/v1/desk").body().toString()).contains("1 group vanished");
        String id = vanished.path("group").asString();
        JsonNode retiring = cast.tove
                .send("POST", "/api/v1/directory/groups/" + id + "/retirement", cast.tove.object())
                .body();
        // who came and left within one second was never in
        assertThat(sentences(retiring))
                .singleElement()
                .satisfies(sentence -> assertThat(sentence)
                        .matches("delist group surgeons # [23] memberships and 0 roles end with it"));
        assertThat(cast.tove.apply(retiring).status()).isEqualTo(200);
        assertThat(found("surgeons")).isEmpty();
        assertThat(read().path("shifting")).isEmpty();
    }

    @Test
    void whatADirectoryListsIsNotWrittenByHand() throws Exception {
        JsonNode staff = found("lagoon-staff").orElseThrow();
        JsonNode draft = cast.tove.draft("By hand");
        Browserless.Answer refused = cast.tove.put(
                draft,
                "membership.list",
                Map.of("member", vets.get(0), "group", staff.path("id").asString()));
        assertThat(refused.status()).isEqualTo(400);
        assertThat(refused.body().toString()).contains("form.of-directory");
        String listed = "/api/v1/directory/groups/" + staff.path("id").asString() + "/retirement";
        assertThat(cast.tove.send("POST", listed, cast.tove.object()).status())
                .as("it is listed, and stays")
                .isEqualTo(409);
        String unknown = "/api/v1/directory/groups/" + UUID.randomUUID() + "/retirement";
        assertThat(cast.tove.send("POST", unknown, cast.tove.object()).status()).isEqualTo(409);
    }
}
