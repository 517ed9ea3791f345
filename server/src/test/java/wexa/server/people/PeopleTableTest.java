package wexa.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.core.lifecycle.MainEngagement;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Account;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Unit;
import wexa.core.preview.Snapshot;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;
import wexa.server.wiring.BusinessClock;

/** The table of people against a plain look at each person, and acts on many of them. */
class PeopleTableTest {
    private final Cast cast = Cast.shared();
    private final Snapshot snapshot = cast.bean(SnapshotStore.class).current();
    private final Model model = snapshot.model();
    private final Instant now = cast.bean(BusinessClock.class).now();

    PeopleTableTest() throws Exception {}

    private JsonNode table(String query) throws Exception {
        Answer answer = cast.tove.get("/api/v1/people/table?" + query);
        assertThat(answer.status()).as("%s %s", query, answer.body()).isEqualTo(200);
        return answer.body();
    }

    private Set<String> ids(String query) throws Exception {
        return cast.tove
                .get("/api/v1/people/table/ids?" + query)
                .body()
                .valueStream()
                .map(JsonNode::asString)
                .collect(Collectors.toSet());
    }

    private Optional<Engagement> told(Person person) {
        return MainEngagement.of(model, person.id(), now);
    }

    private boolean isIn(Person person, Id<Unit> unit) {
        Optional<Id<Unit>> at = told(person).map(Engagement::unit);
        while (at.isPresent() && !at.get().equals(unit)) {
            at = model.table(Kind.UNIT).get(at.get()).parent();
        }
        return at.isPresent();
    }

    private record Choice(String query, Predicate<Person> passes) {}

    private <T> T any(List<T> from, Random random) {
        return from.get(random.nextInt(from.size()));
    }

    private Choice choice(int part, Random random) {
        List<Person> people = model.people().stream().toList();
        return switch (part) {
            case 0 -> {
                Unit unit = any(model.table(Kind.UNIT).stream().toList(), random);
                yield new Choice("unit=" + unit.id(), person -> isIn(person, unit.id()));
            }
            case 1 -> {
                String standing = any(List.of("HERE", "LEFT", "EXPECTED"), random);
                yield new Choice(
                        "standing=" + standing,
                        person ->
                                PersonStatus.of(model, person.id(), now).name().equals(standing));
            }
            case 2 -> {
                String kind = any(List.of("EMPLOYEE", "VOLUNTEER"), random);
                yield new Choice(
                        "kind=" + kind,
                        person -> told(person)
                                .filter(one -> one.kind().name().equals(kind))
                                .isPresent());
            }
            case 3 -> {
                var group = any(model.groups().stream().toList(), random);
                yield new Choice(
                        "group=" + group.id(),
                        person -> snapshot.index().groupsOf(person.id(), now).contains(group.id()));
            }
            case 4 -> {
                var tenant = any(model.tenants().stream().toList(), random);
                String state = any(List.of("OPEN", "NONE"), random);
                yield new Choice("account=" + tenant.id() + ":" + state, person -> {
                    Optional<Account> account = Account.of(person.id(), tenant.id(), model);
                    return state.equals("NONE")
                            ? account.isEmpty()
                            : account.filter(Account::isOpen).isPresent();
                });
            }
            case 5 ->
                new Choice(
                        "ends=MONTH",
                        person -> told(person)
                                .map(one -> one.window().until())
                                .filter(until -> until.isAfter(now) && !until.isAfter(now.plus(Duration.ofDays(30))))
                                .isPresent());
            default -> {
                String name = any(people, random).familyName().toLowerCase(java.util.Locale.ROOT);
                yield new Choice(
                        "q=" + name.replace(' ', '+'),
                        person -> List.of(name.split(" ")).stream()
                                .allMatch(word -> (person.name() + " " + person.handle() + " "
                                                + told(person)
                                                        .map(one -> one.job() + " "
                                                                + model.table(Kind.UNIT)
                                                                        .get(one.unit())
                                                                        .name() + " "
                                                                + one.kind() + " "
                                                                + one.staffNumber()
                                                                        .orElse(""))
                                                        .orElse(""))
                                        .toLowerCase(java.util.Locale.ROOT)
                                        .contains(word)));
            }
        };
    }

    @Test
    void filtersFindWhomALookAtEachFinds() throws Exception {
        Random random = new Random(17);
        for (int round = 0; round < 40; round++) {
            List<Choice> choices = new ArrayList<>();
            Set<Integer> parts = new HashSet<>();
            for (int time = 0; time < 1 + random.nextInt(3); time++) {
                int part = random.nextInt(7);
                if (parts.add(part)) {
                    choices.add(choice(part, random));
                }
            }
            String query = choices.stream().map(Choice::query).collect(Collectors.joining("&"));
            Set<String> wanted = model.people().stream()
                    .filter(person ->
                            choices.stream().allMatch(one -> one.passes().test(person)))
                    .map(person -> person.id().toString())
                    .collect(Collectors.toSet());
            assertThat(ids(query)).as(query).isEqualTo(wanted);
            assertThat(table(query).path("total").asInt()).as(query).isEqualTo(wanted.size());
        }
    }

    private static JsonNode facet(JsonNode table, String name) {
        return table.path("facets")
                .valueStream()
                .filter(one -> one.path("name").asString().equals(name))
                .findFirst()
                .orElseThrow()
                .path("values");
    }

    /** A count tells how many there would be if that value alone of its part were chosen. */
    @Test
    void countsTellWhatAChoiceWouldFind() throws Exception {
        String base = "standing=HERE&kind=EMPLOYEE";
        JsonNode table = table(base + "&count=group&count=account");
        for (JsonNode value : facet(table, "unit")) {
            assertThat(table(base + "&unit=" + value.path("key").asString())
                            .path("total")
                            .asInt())
                    .as("%s", value)
                    .isEqualTo(value.path("count").asInt());
        }
        for (JsonNode value : facet(table, "kind")) {
            assertThat(table("standing=HERE&kind=" + value.path("key").asString())
                            .path("total")
                            .asInt())
                    .as("%s", value)
                    .isEqualTo(value.path("count").asInt());
        }
        for (JsonNode value : facet(table, "account")) {
            assertThat(table(base + "&account=" + value.path("key").asString())
                            .path("total")
                            .asInt())
                    .as("%s", value)
                    .isEqualTo(value.path("count").asInt());
        }
    }

    @Test
    void stretchesOfASortedTableMakeTheWhole() throws Exception {
        for (String sort : List.of("NAME", "NUMBER", "UNIT", "ENDS", "URGENCY")) {
            List<String> whole = new ArrayList<>();
            for (int from = 0; from < 160; from += 40) {
                table("sort=" + sort + "&descending=true&limit=40&from=" + from)
                        .path("rows")
                        .forEach(row -> whole.add(row.path("id").asString()));
            }
            List<String> once = new ArrayList<>();
            table("sort=" + sort + "&descending=true&limit=160")
                    .path("rows")
                    .forEach(row -> once.add(row.path("id").asString()));
            assertThat(whole).as(sort).isEqualTo(once).doesNotHaveDuplicates();
        }
        List<String> names = new ArrayList<>();
        table("sort=NAME&limit=500")
                .path("rows")
                .forEach(row -> names.add(row.path("name").asString()));
        assertThat(names).isSortedAccordingTo(Comparator.naturalOrder());
    }

    /** A wave comes to exactly what its people would come to one by one. */
    @Test
    void peopleWhoLeaveTogetherComeToOneDraft() throws Exception {
        List<String> season =
                ids("kind=VOLUNTEER&standing=HERE").stream().limit(30).toList();
        Set<JsonNode> expected = new HashSet<>();
        ObjectNode wanted = cast.tove.object();
        wanted.putArray("ending");
        wanted.putObject("successors");
        for (String id : season) {
            cast.tove
                    .send("POST", "/api/v1/people/" + id + "/leaving", wanted)
                    .body()
                    .path("holdings")
                    .valueStream()
                    .filter(one -> one.path("change").isObject())
                    .forEach(one -> expected.add(one.path("change")));
        }
        JsonNode told = acts(season, "act", "OFFBOARD");
        assertThat(told.path("left")).isEmpty();
        assertThat(told.path("entries").valueStream()).containsExactlyInAnyOrderElementsOf(expected);
        assertThat(expected).hasSizeGreaterThan(30);

        JsonNode draft = cast.tove.draft("The season ends");
        for (JsonNode entry : told.path("entries")) {
            Map<String, String> fields = new java.util.HashMap<>();
            entry.path("fields")
                    .properties()
                    .forEach(one -> fields.put(one.getKey(), one.getValue().asString()));
            draft = cast.put(draft, entry.path("form").asString(), fields);
        }
        assertThat(Cast.states(draft)).containsOnly("READY");
    }

    @Test
    void whoHoldsNothingIsLeftOutAndWhoLeavesTakesNothingOver() throws Exception {
        String gone = ids("standing=LEFT").stream()
                .filter(id -> model.table(Kind.ACCOUNT)
                        .by(Account.BY_PERSON, Id.of(UUID.fromString(id)))
                        .isEmpty())
                .findFirst()
                .orElseThrow();
        List<String> season =
                ids("kind=VOLUNTEER&standing=HERE").stream().limit(3).toList();
        JsonNode nothing = acts(List.of(gone), "act", "OFFBOARD");
        assertThat(nothing.path("entries")).isEmpty();
        assertThat(nothing.path("left").path(0).path("why").asString()).isEqualTo("has nothing left to end");
        JsonNode told = acts(season, "act", "OFFBOARD", "successor", season.getFirst());
        assertThat(told.path("fields").path(0).path("field").asString()).isEqualTo("successor");
        assertThat(told.path("detail").asString()).contains("leaves with the others");
        assertThat(acts(season, "act", "OFFBOARD", "successor", gone)
                        .path("detail")
                        .asString())
                .contains("is not at work");
    }

    @Test
    void whatNoFilterHasIsRefusedByName() throws Exception {
        assertThat(cast.tove.get("/api/v1/people/table?ends=SOON").body().toString())
                .contains("ends", "QUARTER");
        assertThat(cast.tove.get("/api/v1/people/table?account=everywhere").status())
                .isEqualTo(400);
        assertThat(cast.tove.get("/api/v1/people/table?unit=nowhere").status()).isEqualTo(400);
    }

    private JsonNode acts(List<String> people, String... namesAndValues) throws Exception {
        ObjectNode body = cast.tove.object(namesAndValues);
        people.forEach(body.putArray("people")::add);
        return cast.tove.send("POST", "/api/v1/people/table/acts", body).body();
    }

    @Test
    void anActComesToAnEntryForEachOrSaysWhyNot() throws Exception {
        String group = cast.find("/api/v1/groups", "key", "curators");
        List<String> in = List.copyOf(ids("group=" + group));
        List<String> out =
                ids("kind=VOLUNTEER&standing=HERE").stream().limit(40).toList();
        List<String> all = new ArrayList<>(in);
        all.addAll(out);
        JsonNode added = acts(all, "act", "ADD_TO_GROUP", "group", group);
        assertThat(added.path("entries").size()).isEqualTo(out.size());
        assertThat(added.path("left").size()).isEqualTo(in.size());
        assertThat(added.path("left").get(0).path("why").asString()).isEqualTo("is already in the group");
        JsonNode removed = acts(all, "act", "REMOVE_FROM_GROUP", "group", group);
        assertThat(removed.path("entries").size()).isEqualTo(in.size());
        JsonNode draft = cast.tove.draft("Forty");
        for (JsonNode entry : added.path("entries")) {
            Map<String, String> fields = new java.util.HashMap<>();
            entry.path("fields")
                    .properties()
                    .forEach(one -> fields.put(one.getKey(), one.getValue().asString()));
            draft = cast.put(draft, entry.path("form").asString(), fields);
        }
        assertThat(Cast.states(draft)).hasSize(40).containsOnly("READY");

        JsonNode extended = acts(List.copyOf(ids("ends=MONTH")), "act", "EXTEND", "until", "2027-03-31");
        assertThat(extended.path("entries").size()).isPositive();
        assertThat(acts(out, "act", "EXTEND").toString()).contains("Choose the new last day");
        String ruled = cast.find("/api/v1/groups", "key", "all-staff");
        assertThat(acts(out, "act", "ADD_TO_GROUP", "group", ruled).toString())
                .contains("follow a rule or a directory");
    }

    @Test
    void whoeverAsksIsLeftOutOfARoleForMany() throws Exception {
        String tove = model.people()
                .by(Person.BY_HANDLE, Handle.of("tove.lindqvist"))
                .get(0)
                .id()
                .toString();
        String other = model.people()
                .by(Person.BY_HANDLE, Handle.of("ines.abara"))
                .get(0)
                .id()
                .toString();
        JsonNode given = acts(
                List.of(tove, other),
                "act",
                "GIVE_ROLE",
                "role",
                cast.find("/api/v1/roles", "key", "on-call-worker"),
                "tenant",
                cast.find("/api/v1/tenants", "path", "rota-buoy/all"));
        assertThat(given.path("entries").size()).isEqualTo(1);
        assertThat(given.path("left").get(0).path("person").asString()).isEqualTo(tove);
    }

    @Test
    void aPastedListIsFoundTextByText() throws Exception {
        Person here = model.people().stream()
                .filter(person -> PersonStatus.of(model, person.id(), now) == PersonStatus.HERE
                        && person.mail().isPresent()
                        && told(person).flatMap(Engagement::staffNumber).isPresent())
                .findFirst()
                .orElseThrow();
        String number = told(here).orElseThrow().staffNumber().orElseThrow();
        ObjectNode body = cast.tove.object();
        List.of(
                        number,
                        here.mail().orElseThrow().text().toUpperCase(java.util.Locale.ROOT),
                        here.handle().text(),
                        "nobody@skerrow.example",
                        "linnet.hargreave",
                        number,
                        " ")
                .forEach(body.putArray("texts")::add);
        JsonNode found =
                cast.tove.send("POST", "/api/v1/people/table/pasted", body).body();
        assertThat(found.valueStream().map(one -> one.path("state").asString()))
                .containsExactly("FOUND", "FOUND", "FOUND", "NOT_FOUND", "LEFT");
        assertThat(found.get(0).path("people").get(0).path("id").asString())
                .isEqualTo(here.id().toString());
    }

    @Test
    void exportedIsWhatIsShown() throws Exception {
        Answer until =
                cast.tove.get("/api/v1/people/table/csv?q=bo.ferreira&column=until&column=groups&column=accounts");
        assertThat(until.response().body().split("\r\n"))
                .as("last days, as they are shown")
                .containsExactly("until,groups,accounts", "2026-11-27,2,Strandline Live: SAME");
        Answer csv = cast.tove.get("/api/v1/people/table/csv?kind=PARTNER&sort=NAME&column=name&column=number");
        String[] lines = csv.response().body().split("\r\n");
        assertThat(lines[0]).isEqualTo("name,number");
        assertThat(lines).hasSize(table("kind=PARTNER").path("total").asInt() + 1);
    }
}
