package wexa.server.messages;

import static org.assertj.core.api.Assertions.assertThat;
import static wexa.server.testing.Patience.patiently;

import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ThreadLocalRandom;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import org.springframework.data.domain.Limit;
import tools.jackson.databind.JsonNode;
import wexa.server.testing.Cast;
import wexa.server.wiring.BusinessClock;

/** Whoever leads somebody is told of what ends, in one message a day. */
class EndingNoticesTest {
    private final Cast cast = Cast.shared();

    EndingNoticesTest() throws Exception {}

    private String person(String stem, String manager, Instant until) throws Exception {
        String id = UUID.randomUUID().toString();
        String handle = Cast.unique(stem);
        JsonNode draft = cast.put(
                cast.tove.draft("Ends soon"),
                "person.add",
                Map.of(
                        "id",
                        id,
                        "handle",
                        handle,
                        "given",
                        "Aldis",
                        "family",
                        stem,
                        "mail",
                        handle + "@skerrow.example",
                        "home",
                        "skerrow"));
        Map<String, String> engaged = new HashMap<>(Map.of(
                "id",
                UUID.randomUUID().toString(),
                "person",
                id,
                "kind",
                "contractor",
                "number",
                "C-" + ThreadLocalRandom.current().nextInt(100_000, 900_000),
                "unit",
                cast.find("/api/v1/units", "key", "lagoon-hall"),
                "job",
                "Diver",
                "from",
                "2026-05-01"));
        if (!manager.isEmpty()) {
            engaged.put("manager", manager);
            engaged.put("until", until.toString());
        }
        draft = cast.put(draft, "engagement.begin", engaged);
        assertThat(Cast.states(draft)).as("%s", draft).containsOnly("READY");
        assertThat(cast.tove.apply(draft).status()).isEqualTo(200);
        return id;
    }

    private List<JsonNode> toldOf(String person) throws Exception {
        return StreamSupport.stream(
                        cast.tove.get("/api/v1/messages/about/" + person).body().spliterator(), false)
                .filter(one -> one.path("occasion").asString().equals("ENDINGS"))
                .toList();
    }

    @Test
    void aManagerGetsOneMessageADayAboutEverythingThatEnds() throws Exception {
        EndingNotices notices = cast.bean(EndingNotices.class);
        Instant now = cast.bean(BusinessClock.class).now();
        String lead = person("lead", "", now);
        notices.round();
        assertThat(toldOf(lead)).isEmpty();

        person("first", lead, now.plus(Duration.ofDays(5)));
        notices.round();
        JsonNode message = patiently()
                .until(
                        () -> toldOf(lead).getFirst(),
                        one -> one.path("state").asString().equals("SENT"));
        String body = cast.tove
                .get("/api/v1/messages/" + message.path("id").asString())
                .body()
                .path("body")
                .asString();
        assertThat(body).contains("Aldis first: last day as Diver").doesNotContain("{");

        // the second one of the day waits for tomorrow, and is not forgotten
        person("second", lead, now.plus(Duration.ofDays(20)));
        notices.round();
        notices.round();
        assertThat(toldOf(lead)).hasSize(1);

        wasMadeYesterday(lead);
        notices.round();
        assertThat(toldOf(lead)).hasSize(2);
        wasMadeYesterday(lead);
        notices.round();
        assertThat(toldOf(lead)).as("nothing new").hasSize(2);
    }

    /** As if the messages of today were those of days ago. */
    private void wasMadeYesterday(String person) {
        MessageStore.Rows rows = cast.bean(MessageStore.Rows.class);
        for (MessageRow row : rows.findByPersonIdOrderByMadeAtDesc(UUID.fromString(person), Limit.unlimited())) {
            row.madeAt = row.madeAt.minus(Duration.ofDays(2));
            rows.save(row);
        }
    }

    @Test
    void theTemplateIsShownWithWhatEndsAndNeedsItsPlace() throws Exception {
        String lead = person("leader", "", Instant.EPOCH);
        person("soon", lead, cast.bean(BusinessClock.class).now().plus(Duration.ofHours(30)));

        JsonNode sample = cast.tove
                .send(
                        "POST",
                        "/api/v1/messages/templates/ENDINGS/sample",
                        cast.tove.object("subject", "Ends", "body", "Look:\n\n{endings}\n"))
                .body();
        assertThat(sample.path("body").asString()).startsWith("Look:").contains(": ");

        JsonNode without = cast.tove
                .send(
                        "POST",
                        "/api/v1/messages/templates/ENDINGS/sample",
                        cast.tove.object("subject", "Ends", "body", "Look."))
                .body();
        assertThat(without.toString()).contains("{endings}");
    }
}
