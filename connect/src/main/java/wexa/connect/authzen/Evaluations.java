package wexa.connect.authzen;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import wexa.connect.Exchange;
import wexa.connect.Outcome;
import wexa.connect.Words;
import wexa.core.value.Permission;

/** Asks a tenant's decision point: OpenID AuthZEN Authorization API 1.0, access evaluations (clause 7). */
public final class Evaluations {
    private final Exchange exchange;

    public Evaluations(Exchange exchange) {
        this.exchange = exchange;
    }

    /** May the subject do this there? */
    public record Question(Permission permission, Optional<String> area) {}

    /** The tenant's answer; the reason is its own word, if it gave one. */
    public record Answer(boolean permitted, String reason) {}

    /** Whether there is anybody to ask: a tenant without the interface answers 404. */
    public Outcome<Boolean> answers() {
        Outcome<List<Answer>> none = ask("nobody", List.of());
        return none instanceof Outcome.Refused<List<Answer>> refused && refused.status() == 404
                ? new Outcome.Done<>(false)
                : none.map(any -> true);
    }

    /** All questions about one user in one request; answers stand in the order of the questions. */
    public Outcome<List<Answer>> ask(String userName, List<Question> questions) {
        ObjectNode body = JsonNodeFactory.instance.objectNode();
        body.putObject("subject").put("type", "user").put("id", userName);
        ArrayNode evaluations = body.putArray("evaluations");
        for (Question question : questions) {
            ObjectNode one = evaluations.addObject();
            one.putObject("action").put("name", question.permission().action().text());
            ObjectNode resource = one.putObject("resource");
            resource.put("type", question.permission().type().text()).put("id", "*");
            question.area().ifPresent(area -> resource.putObject("properties").put("area", area));
        }
        return exchange.send(
                        Exchange.Nature.READING, "POST", "access/v1/evaluations", Optional.of(body), Optional.empty())
                .then(answer -> read(answer.body(), questions.size()));
    }

    private static Outcome<List<Answer>> read(JsonNode body, int expected) {
        List<Answer> answers = new ArrayList<>();
        for (JsonNode one : body.path("evaluations")) {
            if (!one.path("decision").isBoolean()) {
                return new Outcome.Refused<>(200, "incomplete", "an answer is neither yes nor no");
            }
            answers.add(new Answer(
                    one.path("decision").booleanValue(),
                    Words.plain(one.path("context").path("reason").asText(""))));
        }
        return answers.size() == expected
                ? new Outcome.Done<>(answers)
                : new Outcome.Refused<>(200, "incomplete", answers.size() + " answers to " + expected + " questions");
    }
}
