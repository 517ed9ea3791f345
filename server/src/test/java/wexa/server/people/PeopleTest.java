package wexa.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Cast;

/** Lists, search, access and its reasons over HTTP, held against each other. */
class PeopleTest {
    private final Cast cast = Cast.shared();

    PeopleTest() throws Exception {}

    private JsonNode list(String query) throws Exception {
        return cast.tove.get("/api/v1/people?" + query).body();
    }

    private String idOf(String search) throws Exception {
        JsonNode found = list("q=" + search);
        assertThat(found.path("total").asInt()).as(search).isEqualTo(1);
        return found.path("people").path(0).path("id").asString();
    }

    private List<String> pages(int limit) throws Exception {
        List<String> ids = new ArrayList<>();
        for (int from = 0; from >= 0; ) {
            JsonNode page = list("limit=" + limit + "&from=" + from);
            page.path("people").forEach(person -> ids.add(person.path("id").asString()));
            from = page.path("next").isNumber() ? page.path("next").asInt() : -1;
        }
        return ids;
    }

    @Test
    void pagesOfAnySizeShowEverybodyOnceInOneOrder() throws Exception {
        List<String> whole = pages(1000);
        assertThat(whole).doesNotHaveDuplicates().hasSizeGreaterThanOrEqualTo(640);
        assertThat(pages(97)).isEqualTo(whole);
        assertThat(list("limit=1").path("total").asInt()).isEqualTo(whole.size());
    }

    private static String plain(String text) {
        return Normalizer.normalize(text, Normalizer.Form.NFKD)
                .replaceAll("\\p{M}", "")
                .toLowerCase(Locale.ROOT);
    }

    @ParameterizedTest
    @ValueSource(strings = {"keeper", "ailsa", "lagoon", "VOLUNTEER", "nort", "keeper south", "zzzz"})
    void searchFindsWhoHasEveryWordSomewhere(String words) throws Exception {
        Set<String> expected = new HashSet<>();
        for (JsonNode person : list("limit=1000").path("people")) {
            String text = plain(person.path("name").asString() + " "
                    + person.path("handle").asString() + " "
                    + person.path("job").asString() + " "
                    + person.path("unit").asString());
            if (List.of(plain(words).split(" ")).stream().allMatch(text::contains)) {
                expected.add(person.path("id").asString());
            }
        }
        Set<String> found = new HashSet<>();
        list("limit=1000&q=" + words.replace(" ", "%20"))
                .path("people")
                .forEach(person -> found.add(person.path("id").asString()));
        assertThat(found).containsAll(expected);
        if (words.equals("zzzz")) {
            assertThat(found).isEmpty();
        } else {
            assertThat(expected).isNotEmpty();
        }
    }

    @Test
    void whatIsShownAsPossibleHasAWayThatTheReasonsName() throws Exception {
        String person = idOf("jonah.petrel");
        JsonNode access = cast.tove.get("/api/v1/people/" + person + "/access").body();
        assertThat(access.path("tenants")).isNotEmpty();
        int asked = 0;
        for (JsonNode tenant : access.path("tenants")) {
            for (JsonNode line : tenant.path("lines")) {
                for (JsonNode cell : line.path("cells")) {
                    JsonNode why = why(person, tenant, line, cell);
                    List<String> patterns = why.path("chains")
                            .valueStream()
                            .map(chain -> chain.path("pattern").asString())
                            .toList();
                    List<String> threads = cell.path("threads")
                            .valueStream()
                            .map(JsonNode::asString)
                            .toList();
                    assertThat(patterns).as("%s", why).containsAll(threads);
                    assertThat(why.path("chains"))
                            .allSatisfy(chain -> assertThat(chain.path("links")
                                            .path(0)
                                            .path("id")
                                            .asString())
                                    .isEqualTo(person));
                    assertThat(why.path("blocks").size())
                            .isEqualTo(cell.path("blocks").size());
                    asked++;
                }
            }
        }
        assertThat(asked).isGreaterThan(5);
    }

    private JsonNode why(String person, JsonNode tenant, JsonNode line, JsonNode cell) throws Exception {
        String area = line.path("area").asString("");
        return cast.tove
                .get("/api/v1/people/" + person + "/why?tenant="
                        + tenant.path("tenantId").asString() + "&permission="
                        + cell.path("permission").asString() + (area.isEmpty() ? "" : "&area=" + area))
                .body();
    }

    @Test
    void whatEndsOnFridayIsThereBeforeAndNotAfter() throws Exception {
        String person = idOf("jonah.petrel");
        JsonNode page = cast.tove.get("/api/v1/people/" + person).body();
        String ends = page.path("roles")
                .valueStream()
                .filter(role -> role.path("name").asString().equals("Senior keeper"))
                .map(role -> role.path("until").asString())
                .findFirst()
                .orElseThrow();
        assertThat(page.path("moments").valueStream())
                .anyMatch(moment -> moment.path("at").asString().equals(ends)
                        && moment.path("losses").asInt() > 0);
        String today = cast.tove
                .get("/api/v1/people/" + person + "/access")
                .body()
                .path("tenants")
                .toString();
        String after = cast.tove
                .get("/api/v1/people/" + person + "/access?at=" + ends)
                .body()
                .path("tenants")
                .toString();
        assertThat(after).isNotEqualTo(today);
        assertThat(after.length()).isLessThan(today.length());
    }

    @Test
    void whoIsNotThereIsNamedAsMissing() throws Exception {
        String nobody = UUID.randomUUID().toString();
        for (String what : List.of("", "/access", "/peers")) {
            Browserless.Answer answer = cast.tove.get("/api/v1/people/" + nobody + what);
            assertThat(answer.status()).as(what).isEqualTo(404);
            assertThat(answer.body().path("detail").asString()).as(what).isNotBlank();
        }
        assertThat(cast.tove.get("/api/v1/people?limit=5000").status()).isEqualTo(400);
        assertThat(cast.tove.get("/api/v1/people?from=-1").status()).isEqualTo(400);
        assertThat(cast.tove.get("/api/v1/people/not-an-id").status()).isEqualTo(400);
    }
}
