package wexa.server.apply;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.server.testing.Patience.patiently;

import java.net.http.HttpResponse;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;

/** The road from a draft to the tenant's own answer, over real HTTP and LDAP. */
@Tag("store")
class RoadTest {
    private final Cast cast = Cast.shared();

    RoadTest() throws Exception {}

    @Test
    void theDirectoryFindsTheNewcomerAndTheDeskNamesThem() throws Exception {
        JsonNode found =
                cast.tove.get("/api/v1/directory?q=od").body().path("found").path(0);
        assertThat(found.path("userId").asString()).isEqualTo("odile.marrick");
        patiently().until(() -> cast.tove.get("/api/v1/desk").body().toString().contains("Odile Marrick"));
    }

    @Test
    void aNewcomerIsAppliedCarriedReadBackAndProved() throws Exception {
        JsonNode draft = cast.newcomer("carried.one", "50001", "keeper");
        assertThat(draft.path("summary").path("toSettle").asInt()).isZero();
        assertThat(draft.path("summary").path("gains").asInt()).isPositive();
        Answer applied = cast.tove.apply(draft);
        assertThat(applied.status()).as("%s", applied.body()).isEqualTo(200);
        JsonNode job = cast.finished(applied.text("job"));
        assertThat(job.path("state").asString()).isEqualTo("DONE");
        String person = Cast.personIn(draft);
        JsonNode page = cast.tove.get("/api/v1/people/" + person).body();
        assertThat(page.path("accounts").path(0).path("square").asString()).isEqualTo("SAME");
        assertThat(page.path("roles"))
                .allMatch(role -> !role.path("app").asString().equals("Pelagia")
                        || role.path("square").asString().equals("SAME"));
        assertThat(page.path("history")).hasSize(6);
        String north = cast.find("/api/v1/tenants", "path", "pelagia/north");
        JsonNode why = cast.tove
                .get("/api/v1/people/" + person + "/why?tenant=" + north
                        + "&permission=pelagia:night-round:walk&area=lagoon-hall")
                .body();
        assertThat(why.path("should").asString()).isEqualTo("YES");
        assertThat(why.path("read").asString()).isEqualTo("YES");
        assertThat(why.path("proved").asString()).isEqualTo("YES");
        assertThat(cast.stage.bean(SnapshotStore.class).reloaded())
                .isEqualTo(cast.stage.bean(SnapshotStore.class).current().model());
    }

    @Test
    void anOpenPageIsToldWhenItsJobGoesOn() throws Exception {
        assertThat(cast.tove
                        .lines("/api/v1/jobs/" + UUID.randomUUID() + "/events")
                        .statusCode())
                .isEqualTo(404);
        Answer applied = cast.tove.apply(cast.newcomer(Cast.unique("told"), "50011", "keeper"));
        String job = applied.text("job");
        HttpResponse<Stream<String>> events = cast.tove.lines("/api/v1/jobs/" + job + "/events");
        assertThat(events.headers().firstValue("Content-Type").orElse("")).startsWith("text/event-stream");
        try (Stream<String> lines = events.body()) {
            assertThat(lines.limit(2)).containsExactly("event:changed", "data:" + job);
        }
        assertThat(cast.finished(job).path("state").asString()).isEqualTo("DONE");
    }

    @Test
    void whatAJobCarriedTheClockDoesNotCarryAgain() throws Exception {
        Answer applied = cast.tove.apply(cast.newcomer(Cast.unique("once"), "50010", "keeper"));
        JsonNode job = cast.finished(applied.text("job"));
        assertThat(job.path("state").asString()).isEqualTo("DONE");
        Instant applying = Instant.parse(job.path("createdAt").asString());
        patiently().until(() -> cast.stage.lastTick().isAfter(applying.plusSeconds(1)));
        assertThat(cast.tove.get("/api/v1/changesets").body())
                .noneMatch(changeset -> changeset.path("origin").asString().equals("CLOCK"));
    }

    @Test
    void aDoubleClickAppliesOnce() throws Exception {
        JsonNode draft = cast.newcomer("double.click", "50002", "keeper");
        UUID request = UUID.randomUUID();
        List<CompletableFuture<Answer>> clicks = new ArrayList<>();
        for (int click = 0; click < 2; click++) {
            clicks.add(CompletableFuture.supplyAsync(() -> {
                try {
                    return cast.tove.apply(draft, request);
                } catch (Exception failed) {
                    throw new IllegalStateException(failed);
                }
            }));
        }
        Answer one = clicks.get(0).join();
        Answer other = clicks.get(1).join();
        assertThat(List.of(one.status(), other.status())).contains(200);
        Answer again = cast.tove.apply(draft, request);
        assertThat(again.status()).isEqualTo(200);
        long people = cast.tove
                .get("/api/v1/people?q=double.click")
                .body()
                .path("total")
                .asLong();
        assertThat(people).isEqualTo(1);
        assertThat(cast.finished(again.text("job")).path("state").asString()).isEqualTo("DONE");
    }

    @Test
    void ofTwoAdministratorsWhoApplyAtOnceBothGetAClearAnswer() throws Exception {
        JsonNode first = cast.newcomer("rival.one", "50003", "keeper");
        JsonNode second = cast.newcomer("rival.one", "50004", "keeper");
        String firstSeen = cast.tove.reviewed(first);
        String secondSeen = cast.tove.reviewed(second);
        CompletableFuture<Answer> one = CompletableFuture.supplyAsync(() -> applied(first, firstSeen));
        CompletableFuture<Answer> other = CompletableFuture.supplyAsync(() -> applied(second, secondSeen));
        List<Answer> answers = List.of(one.join(), other.join());
        assertThat(answers).extracting(Answer::status).containsExactlyInAnyOrder(200, 409);
        Answer lost = answers.get(0).status() == 409 ? answers.get(0) : answers.get(1);
        assertThat(lost.text("code")).isEqualTo("apply.preview-changed");
        assertThat(lost.text("detail")).contains("Review it again");
    }

    private Answer applied(JsonNode draft, String seen) {
        try {
            return cast.tove.apply(draft, UUID.randomUUID(), seen);
        } catch (Exception failed) {
            throw new IllegalStateException(failed);
        }
    }

    @Test
    void seatsAreNeverPromisedBeyondThePool() throws Exception {
        // tenants that other tests made stand before it
        JsonNode north = cast.tove
                .get("/api/v1/tenants")
                .body()
                .valueStream()
                .filter(one -> one.path("path").asString().equals("pelagia/north"))
                .findFirst()
                .orElseThrow();
        int left = 0;
        for (JsonNode pool : north.path("pools")) {
            left = pool.path("kind").asString().equals("clinician")
                    ? pool.path("left").asInt()
                    : left;
        }
        JsonNode draft = cast.tove.draft("Too many");
        int refused = 0;
        for (int number = 0; number <= left; number++) {
            String person = UUID.randomUUID().toString();
            String account = UUID.randomUUID().toString();
            draft = cast.put(
                    draft,
                    "person.add",
                    Map.of(
                            "id",
                            person,
                            "handle",
                            "pool" + number,
                            "given",
                            "P",
                            "family",
                            "P",
                            "mail",
                            "pool" + number + "@skerrow.example",
                            "home",
                            "skerrow"));
            draft = cast.put(draft, "account.open", Map.of("id", account, "person", person, "tenant", "pelagia/north"));
            draft = cast.put(draft, "seat.give", Map.of("account", account, "kind", "clinician"));
        }
        for (JsonNode entry : draft.path("entries")) {
            refused += entry.toString().contains("seat.pool-empty") ? 1 : 0;
        }
        assertThat(refused).isEqualTo(1);
    }
}
