package wexa.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import wexa.core.model.Account;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.testing.Browserless;
import wexa.server.testing.Cast;
import wexa.server.testing.Lookers;

/** Finding somebody by what one has of them. */
class PeopleFinderTest {
    private final Cast cast = Cast.shared();

    PeopleFinderTest() throws Exception {}

    private static List<JsonNode> found(Browserless who, String text) throws Exception {
        return who.get("/api/v1/people/find?q=" + URLEncoder.encode(text, StandardCharsets.UTF_8))
                .body()
                .valueStream()
                .toList();
    }

    private static List<String> ids(List<JsonNode> found) {
        return found.stream().map(one -> one.path("row").path("id").asString()).toList();
    }

    @Test
    void anyUserNameInATenantFindsItsPersonAndSaysWhere() throws Exception {
        Model model = cast.bean(SnapshotStore.class).current().model();
        Random random = new Random(7);
        List<Account> accounts = model.table(Kind.ACCOUNT).stream()
                .filter(account -> account.person().isPresent())
                .toList();
        for (int time = 0; time < 20; time++) {
            Account account = accounts.get(random.nextInt(accounts.size()));
            List<JsonNode> found = found(cast.tove, account.userName());
            assertThat(ids(found))
                    .as(account.userName())
                    .contains(account.person().get().toString());
            assertThat(found.stream().map(one -> one.path("how").asString()))
                    .anyMatch(how -> how.contains(model.title(model.tenants().get(account.tenant()))));
        }
    }

    /** One letter of the family name left out, doubled or swapped for another: the person is still found. */
    @Test
    void aNameWithOneWrongLetterStillFindsItsPerson() throws Exception {
        Model model = cast.bean(SnapshotStore.class).current().model();
        // of many with one name only some are listed
        Map<String, Long> named =
                model.people().stream().collect(Collectors.groupingBy(Person::name, Collectors.counting()));
        List<Person> people = model.people().stream()
                .filter(person -> named.get(person.name()) == 1)
                .toList();
        Random random = new Random(11);
        for (int time = 0; time < 20; time++) {
            Person person = people.get(random.nextInt(people.size()));
            String[] words = person.name().split(" ");
            String last = words[words.length - 1];
            if (last.length() < 5) {
                continue;
            }
            int at = 1 + random.nextInt(last.length() - 1);
            String wrong = switch (random.nextInt(3)) {
                case 0 -> last.substring(0, at) + last.substring(at + 1);
                case 1 -> last.substring(0, at) + last.charAt(at) + last.substring(at);
                default -> last.substring(0, at) + "q" + last.substring(at + 1);
            };
            if (wrong.length() < 4) {
                continue;
            }
            String typed = words[0] + " " + wrong;
            assertThat(ids(found(cast.tove, typed)))
                    .as(typed)
                    .contains(person.id().toString());
        }
    }

    @Test
    void whoIsNotSeenIsNotFound() throws Exception {
        Model model = cast.bean(SnapshotStore.class).current().model();
        Browserless part = Lookers.looker(cast, List.of("pelagia/north"), List.of());
        Set<String> seen = new TreeSet<>();
        part.get("/api/v1/people?limit=1000")
                .body()
                .path("people")
                .forEach(row -> seen.add(row.path("id").asString()));
        assertThat(seen).isNotEmpty().hasSizeLessThan(model.people().size());
        for (Person person : model.people().stream().limit(60).toList()) {
            for (String text : List.of(person.name(), person.handle().text())) {
                assertThat(seen).as(text).containsAll(ids(found(part, text)));
            }
        }
    }

    @Test
    void nothingTypedFindsNobodyAndWhatNobodyHasFindsNobody() throws Exception {
        assertThat(found(cast.tove, "  ")).isEmpty();
        assertThat(found(cast.tove, "zzyzxqwv")).isEmpty();
        assertThat(PeopleFinder.spellings("mra", Set.of("mar", "tolley"))).containsExactly("mra");
    }

    /** The rows of everybody who is found are those of the list. */
    @Test
    void aFoundPersonIsToldAsInTheList() throws Exception {
        JsonNode row = cast.tove
                .get("/api/v1/people?q=castellane")
                .body()
                .path("people")
                .path(0);
        assertThat(found(cast.tove, row.path("handle").asString()).get(0).path("row"))
                .isEqualTo(row);
    }
}
