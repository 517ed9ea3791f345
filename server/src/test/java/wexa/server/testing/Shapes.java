package wexa.server.testing;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Values from a schema of the OpenAPI document, right ones and spoilt ones, and whether an answer is of its schema. */
public final class Shapes {
    private static final JsonNodeFactory NODES = JsonNodeFactory.instance;
    private static final int DEEPEST = 6;

    private static final List<String> TEXTS = List.of(
            "sample",
            "",
            " ",
            "%",
            "_",
            "'; drop table fact; --",
            "<b>",
            "\u0000",
            "\u202e",
            "\ud83d\udc1f",
            "a\r\nb",
            "../..",
            "+999999999-12-31",
            "-999999999-01-01",
            "9999-12-31",
            "2026-11-30",
            "2026-11-30T07:00:00Z",
            "+1000000000-12-31T23:59:59.999999999Z",
            "00000000-0000-0000-0000-000000000000",
            "null",
            "999999999999999999999999",
            "x".repeat(300),
            "y".repeat(5_000));

    private static final List<String> FORMS = List.of(
            "person.add",
            "person.edit",
            "engagement.begin",
            "engagement.edit",
            "engagement.end",
            "group.make",
            "group.edit",
            "membership.put",
            "membership.edit",
            "membership.end",
            "account.open",
            "account.close",
            "seat.give",
            "seat.return",
            "seat.swap",
            "account.edit",
            "group.retire",
            "invitation.send",
            "invitation.accept",
            "invitation.withdraw",
            "membership.list",
            "assignment.give",
            "assignment.edit",
            "assignment.end",
            "no.such");

    private static final List<String> FIELDS = List.of(
            "id",
            "person",
            "given",
            "family",
            "handle",
            "mail",
            "phone",
            "kind",
            "number",
            "unit",
            "job",
            "manager",
            "from",
            "until",
            "group",
            "member",
            "membership",
            "tenant",
            "account",
            "as",
            "role",
            "area",
            "subject",
            "because",
            "key",
            "name",
            "owners",
            "tags",
            "kinds",
            "units",
            "jobs",
            "home",
            "entry",
            "engagement",
            "seat",
            "assignment",
            "device",
            "found");

    private static final List<Long> NUMBERS =
            List.of(0L, 1L, -1L, 2L, 200L, 1_000L, 99_999L, (long) Integer.MAX_VALUE, Long.MAX_VALUE, Long.MIN_VALUE);

    private final JsonNode document;
    private final Random random;
    private final List<String> ids;

    /** {@code ids} are of things that are there. */
    public Shapes(JsonNode document, Random random, List<String> ids) {
        this.document = document;
        this.random = random;
        this.ids = ids;
    }

    private JsonNode resolved(JsonNode schema) {
        if (schema.has("$ref")) {
            String name = schema.path("$ref").asString();
            return document.path("components").path("schemas").path(name.substring(name.lastIndexOf('/') + 1));
        }
        return schema;
    }

    private static String type(JsonNode schema) {
        JsonNode type = schema.path("type");
        return type.isArray() ? type.path(0).asString("") : type.asString("");
    }

    public JsonNode right(JsonNode schema) {
        return right(schema, 0);
    }

    private JsonNode right(JsonNode given, int depth) {
        JsonNode schema = resolved(given);
        return switch (type(schema)) {
            case "object", "" -> object(schema, depth);
            case "array" -> {
                ArrayNode made = NODES.arrayNode();
                for (int count = depth > DEEPEST ? 0 : random.nextInt(3); count > 0; count--) {
                    made.add(right(schema.path("items"), depth + 1));
                }
                yield made;
            }
            case "integer", "number" ->
                NODES.numberNode(Math.clamp(
                        (long) random.nextInt(20),
                        schema.path("minimum").asLong(0),
                        schema.path("maximum").asLong(1_000)));
            case "boolean" -> NODES.booleanNode(random.nextBoolean());
            default -> NODES.stringNode(text(schema));
        };
    }

    private ObjectNode object(JsonNode schema, int depth) {
        ObjectNode made = NODES.objectNode();
        if (depth > DEEPEST) {
            return made;
        }
        schema.path("properties").properties().forEach(one -> made.set(one.getKey(), right(one.getValue(), depth + 1)));
        if (made.has("form")) {
            made.put("form", FORMS.get(random.nextInt(FORMS.size())));
        }
        if (schema.path("additionalProperties").isObject()) {
            for (int count = random.nextInt(8); count > 0; count--) {
                made.put(FIELDS.get(random.nextInt(FIELDS.size())), field());
            }
        }
        return made;
    }

    private String field() {
        return switch (random.nextInt(6)) {
            case 0, 1, 2 -> id();
            case 3 -> "2026-12-0" + (1 + random.nextInt(9));
            case 4 -> "sample-" + random.nextInt(50);
            default -> anyText();
        };
    }

    public String text(JsonNode given) {
        JsonNode schema = resolved(given);
        if (schema.has("enum")) {
            return schema.path("enum")
                    .path(random.nextInt(schema.path("enum").size()))
                    .asString();
        }
        return switch (schema.path("format").asString("")) {
            case "uuid" -> id();
            case "date" -> "2026-11-30";
            case "date-time" -> "2026-11-30T07:00:00Z";
            default ->
                type(schema).equals("integer")
                        ? Integer.toString(random.nextInt(5))
                        : random.nextInt(3) == 0 ? id() : "sample-" + random.nextInt(50);
        };
    }

    public String id() {
        return ids.isEmpty() || random.nextInt(6) == 0
                ? new UUID(random.nextLong(), random.nextLong()).toString()
                : ids.get(random.nextInt(ids.size()));
    }

    public String anyText() {
        return TEXTS.get(random.nextInt(TEXTS.size()));
    }

    /** The same with one or a few places spoilt. */
    public JsonNode spoilt(JsonNode right) {
        JsonNode copy = right.deepCopy();
        for (int times = 1 + random.nextInt(2); times > 0; times--) {
            copy = spoiltOnce(copy, 0);
        }
        return copy;
    }

    private JsonNode spoiltOnce(JsonNode node, int depth) {
        boolean isHere = depth > DEEPEST || random.nextInt(4) == 0;
        if (!isHere && node instanceof ObjectNode object && !object.isEmpty()) {
            List<String> names = new ArrayList<>(object.propertyNames());
            String name = names.get(random.nextInt(names.size()));
            if (random.nextInt(5) == 0) {
                object.remove(name);
            } else {
                object.set(name, spoiltOnce(object.path(name), depth + 1));
            }
            return object;
        }
        if (!isHere && node instanceof ArrayNode array && !array.isEmpty()) {
            int at = random.nextInt(array.size());
            if (random.nextInt(4) == 0) {
                array.add(array.get(at).deepCopy());
            } else {
                array.set(at, spoiltOnce(array.get(at), depth + 1));
            }
            return array;
        }
        return switch (random.nextInt(9)) {
            case 0 -> NODES.nullNode();
            case 1 -> NODES.numberNode(NUMBERS.get(random.nextInt(NUMBERS.size())));
            case 2 -> NODES.booleanNode(random.nextBoolean());
            case 3 -> NODES.arrayNode().add(NODES.nullNode());
            case 4 -> NODES.objectNode().put(anyText(), anyText());
            case 5 -> NODES.numberNode(1e308);
            default -> NODES.stringNode(anyText());
        };
    }

    /** What is wrong with an answer, if anything is: in words, with the place. */
    public Optional<String> wrong(JsonNode answer, JsonNode schema) {
        return wrong(answer, schema, "$", 0);
    }

    private Optional<String> wrong(JsonNode answer, JsonNode given, String at, int depth) {
        JsonNode schema = resolved(given);
        if (depth > 12) {
            return Optional.empty();
        }
        return switch (type(schema)) {
            case "object" -> {
                if (!answer.isObject()) {
                    yield Optional.of(at + " is no object");
                }
                for (JsonNode required : schema.path("required")) {
                    if (!answer.has(required.asString())) {
                        yield Optional.of(at + " lacks " + required.asString());
                    }
                }
                for (String name : answer.propertyNames()) {
                    boolean isNamed = schema.path("properties").has(name);
                    JsonNode of = isNamed ? schema.path("properties").path(name) : schema.path("additionalProperties");
                    if (!of.isObject()) {
                        yield Optional.of(at + " has " + name + ", which is not in the document");
                    }
                    Optional<String> below = wrong(answer.path(name), of, at + "." + name, depth + 1);
                    if (below.isPresent()) {
                        yield below;
                    }
                }
                yield Optional.empty();
            }
            case "array" -> {
                if (!answer.isArray()) {
                    yield Optional.of(at + " is no list");
                }
                for (int place = 0; place < answer.size(); place++) {
                    Optional<String> below =
                            wrong(answer.get(place), schema.path("items"), at + "[" + place + "]", depth + 1);
                    if (below.isPresent()) {
                        yield below;
                    }
                }
                yield Optional.empty();
            }
            case "integer" -> answer.isIntegralNumber() ? Optional.empty() : Optional.of(at + " is no whole number");
            case "number" -> answer.isNumber() ? Optional.empty() : Optional.of(at + " is no number");
            case "boolean" -> answer.isBoolean() ? Optional.empty() : Optional.of(at + " is neither true nor false");
            case "string" -> {
                if (!answer.isString()) {
                    yield Optional.of(at + " is no text");
                }
                boolean isChoice =
                        !schema.has("enum") || schema.path("enum").valueStream().anyMatch(answer::equals);
                yield isChoice ? Optional.empty() : Optional.of(at + " is " + answer + ", no choice of the document");
            }
            default -> Optional.empty();
        };
    }
}
