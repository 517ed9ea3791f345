package wexa.server.stored;

import com.fasterxml.jackson.annotation.JsonAutoDetect;
import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonProperty;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.annotation.JsonValue;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.core.consistency.Fields;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Step;
import wexa.core.consistency.TenantObject;
import wexa.core.model.Effect;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Subject;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.core.value.Mail;
import wexa.core.value.Permission;
import wexa.core.value.Phone;
import wexa.core.value.Window;

/**
 * Facts, effects and steps as JSON text. A form is {@code {kind, version, body}}; class names never appear. What an older
 * program wrote is lifted to the version of today before it is read.
 */
@Component
public class StoredForms {
    /**
     * The version in which facts are written. In 1 groups had no tags, in 2 no entry, up to 3 a role's exclusions had another
     * name, up to 4 roles had no stage or source, apps no tasks, and neither they nor sets and actions a sensitivity, and up to 5
     * every binding was one to a group, the sides of conflict rules named no sets, and roles
     * nobody for whom they were made; up to 6 apps had no version, tasks and kinds of seat no description, and nobody covered for an
     * absence; up to 7 units had neither manager nor cost centre, up to 8 no rule
     * of a group asked for values of fields, up to 9 nobody was on leave or suspended but for the demo scenario, where
     * pauses stood with the person, and up to 10 nobody answered for an account.
     */
    public static final int VERSION = 11;

    private static final int ENTRY_VERSION = 2;
    private static final int STEP_VERSION = 4;
    private static final int OBJECT_VERSION = 3;

    private static final TypeReference<Map<String, String>> TEXTS = new TypeReference<>() {};

    private final JsonMapper json;

    public StoredForms() {
        json = JsonMapper.builder()
                .enable(SerializationFeature.ORDER_MAP_ENTRIES_BY_KEYS)
                .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
                // what follows from a fact is not part of its form
                .changeDefaultVisibility(visible -> visible.withIsGetterVisibility(JsonAutoDetect.Visibility.NONE))
                .addMixIn(Id.class, IdForm.class)
                .addMixIn(Key.class, TextForm.class)
                .addMixIn(Handle.class, TextForm.class)
                .addMixIn(Mail.class, TextForm.class)
                .addMixIn(Phone.class, TextForm.class)
                .addMixIn(Permission.class, PermissionForm.class)
                .addMixIn(Subject.class, SubjectForm.class)
                .addMixIn(Window.class, WindowForm.class)
                .addMixIn(ObjectKey.class, ObjectKeyForm.class)
                .addMixIn(TenantObject.class, TenantObjectForm.class)
                .build();
    }

    abstract static class IdForm {
        @JsonCreator
        static <T> @Nullable Id<T> of(UUID value) {
            return null;
        }

        @JsonValue
        abstract UUID value();
    }

    abstract static class TextForm {
        @JsonCreator
        TextForm(String text) {}

        @JsonValue
        abstract String text();
    }

    abstract static class PermissionForm {
        @JsonCreator
        static @Nullable Permission of(String text) {
            return null;
        }

        @Override
        @JsonValue
        public abstract String toString();
    }

    abstract static class SubjectForm {
        @JsonCreator
        static @Nullable Subject of(String text) {
            return null;
        }

        @Override
        @JsonValue
        public abstract String toString();
    }

    abstract static class ObjectKeyForm {
        @JsonCreator
        static @Nullable ObjectKey parse(String text) {
            return null;
        }

        @Override
        @JsonValue
        public abstract String toString();
    }

    /** Open ends are left empty. */
    record Ends(@Nullable Instant from, @Nullable Instant until) {}

    @tools.jackson.databind.annotation.JsonSerialize(converter = WindowToEnds.class)
    @tools.jackson.databind.annotation.JsonDeserialize(converter = EndsToWindow.class)
    abstract static class WindowForm {}

    static final class WindowToEnds extends tools.jackson.databind.util.StdConverter<Window, Ends> {
        @Override
        public Ends convert(Window window) {
            return new Ends(
                    window.from().equals(Instant.MIN) ? null : window.from(),
                    window.until().equals(Instant.MAX) ? null : window.until());
        }
    }

    static final class EndsToWindow extends tools.jackson.databind.util.StdConverter<Ends, Window> {
        @Override
        public Window convert(Ends ends) {
            return Window.of(
                    ends.from() == null ? Instant.MIN : ends.from(), ends.until() == null ? Instant.MAX : ends.until());
        }
    }

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "type")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = TenantObject.AccountState.class, name = "account"),
        @JsonSubTypes.Type(value = TenantObject.GroupState.class, name = "group"),
        @JsonSubTypes.Type(value = TenantObject.RoleState.class, name = "role"),
        @JsonSubTypes.Type(value = TenantObject.AssignmentState.class, name = "assignment")
    })
    abstract static class TenantObjectForm {}

    public String writeFact(Fact fact) {
        return json.writeValueAsString(fact);
    }

    public Fact readFact(String kind, int version, String body) {
        return version == VERSION
                ? json.readValue(body, Kind.named(kind).type())
                : lifted(Kind.named(kind), version, json.readTree(body));
    }

    private static void requireKnown(int version, int newest) {
        if (version < 1 || version > newest) {
            throw new IllegalStateException("a stored form has version " + version + ", this program knows 1 to "
                    + newest + "; start a program at least as new as the one that wrote it");
        }
    }

    /** A fact whose body may have been written by an older program. */
    private Fact lifted(Kind<?> kind, int version, JsonNode body) {
        requireKnown(version, VERSION);
        if (version < 2 && kind.equals(Kind.GROUP)) {
            ((ObjectNode) body).putArray("tags");
        }
        if (version < 4 && kind.equals(Kind.ROLE)) {
            ((ObjectNode) body).set("exclusions", body.path("exceptions"));
        }
        if (version < 5) {
            liftToFive(kind, body);
        }
        if (version < 6) {
            liftToSix(kind, body);
        }
        if (version < 7) {
            liftToSeven(kind, body);
        }
        if (version < 8 && kind.equals(Kind.UNIT)) {
            ((ObjectNode) body).putNull("manager").putNull("costCentre");
        }
        if (version < 9 && kind.equals(Kind.GROUP) && body.path("condition") instanceof ObjectNode condition) {
            condition.putObject("values");
        }
        if (version < 10 && kind.equals(Kind.ABSENCE)) {
            ((ObjectNode) body).put("manner", "AWAY").put("seats", "KEPT");
        }
        if (version < 11 && kind.equals(Kind.ACCOUNT)) {
            ((ObjectNode) body).putNull("ownership");
        }
        return json.treeToValue(body, kind.type());
    }

    private static void liftToFive(Kind<?> kind, JsonNode body) {
        if (kind.equals(Kind.ROLE)) {
            ((ObjectNode) body).put("stage", "OPEN").putNull("sensitivity").putNull("source");
        } else if (kind.equals(Kind.PERMISSION_SET)) {
            ((ObjectNode) body).put("isPreset", false).putNull("sensitivity");
        } else if (kind.equals(Kind.APP)) {
            ((ObjectNode) body).putArray("tasks");
            body.path("resourceTypes")
                    .forEach(type -> type.path("actions")
                            .forEach(action ->
                                    ((ObjectNode) action).put("description", "").putNull("sensitivity")));
        }
    }

    private static void liftToSix(Kind<?> kind, JsonNode body) {
        if (kind.equals(Kind.BINDING)) {
            ((ObjectNode) body).put("manner", "GROUP").set("name", body.path("group"));
        } else if (kind.equals(Kind.ROLE)) {
            ((ObjectNode) body).putArray("expected");
        } else if (kind.equals(Kind.CONFLICT_RULE)) {
            List.of("one", "other").forEach(side -> ((ObjectNode) body.path(side)).putArray("sets"));
        }
    }

    private static void liftToSeven(Kind<?> kind, JsonNode body) {
        if (kind.equals(Kind.ASSIGNMENT)) {
            ((ObjectNode) body).putNull("absence");
        } else if (kind.equals(Kind.APP)) {
            ((ObjectNode) body).put("version", "");
            for (String parts : List.of("tasks", "seatKinds")) {
                body.path(parts).forEach(part -> ((ObjectNode) part).put("description", ""));
            }
        }
    }

    /** The facts of a model file: {@code {"facts": [{kind, version, body}]}}. */
    public List<Fact> readModel(String text) {
        List<Fact> facts = new ArrayList<>();
        for (JsonNode form : json.readTree(text).path("facts")) {
            facts.add(lifted(
                    Kind.named(form.path("kind").asString()),
                    form.path("version").asInt(),
                    form.path("body")));
        }
        return facts;
    }

    /** An effect of which each side was written in that version. */
    public Effect readEffect(String kind, int version, @Nullable String beforeBody, @Nullable String afterBody) {
        Optional<Fact> before = Optional.ofNullable(beforeBody).map(body -> readFact(kind, version, body));
        Optional<Fact> after = Optional.ofNullable(afterBody).map(body -> readFact(kind, version, body));
        return new Effect(Kind.named(kind), after.or(() -> before).orElseThrow().id(), before, after);
    }

    /** A model file of these facts. */
    public String writeModel(List<Fact> facts) {
        ObjectNode file = json.createObjectNode();
        ArrayNode all = file.putArray("facts");
        facts.forEach(fact -> all.add(kept(fact)));
        return file.toString();
    }

    private ObjectNode kept(Fact fact) {
        ObjectNode form = json.createObjectNode();
        form.put("kind", Kind.of(fact).text());
        form.put("version", VERSION);
        form.set("body", json.valueToTree(fact));
        return form;
    }

    /** One fact with its kind and version. */
    public String writeKept(Fact fact) {
        return kept(fact).toString();
    }

    public Fact readKept(String text) {
        JsonNode form = json.readTree(text);
        return lifted(
                Kind.named(form.path("kind").asString()), form.path("version").asInt(), form.path("body"));
    }

    /** The fields of an entry of a draft. */
    public String writeFields(Map<String, String> fields) {
        ObjectNode form = json.createObjectNode();
        form.put("version", ENTRY_VERSION);
        form.set("fields", json.valueToTree(fields));
        return form.toString();
    }

    /** The fields of an entry of that form of change. In version 1 they stood alone, and meant other things where empty. */
    public Map<String, String> readFields(String name, String text) {
        JsonNode form = json.readTree(text);
        JsonNode fields = form.path("fields");
        if (!fields.isObject()) {
            return EntriesOfVersionOne.lifted(name, json.readValue(text, TEXTS));
        }
        requireKnown(form.path("version").asInt(), ENTRY_VERSION);
        return json.convertValue(fields, TEXTS);
    }

    /**
     * How a step stands in its row. Those of versions 1 and 2 say none; those of 1 have no fields, as each was about the whole
     * of its object. Up to 3 accounts had no values.
     */
    record StepForm(
            @JsonProperty("version") @Nullable Integer version,
            @JsonProperty("verb") Step.Verb verb,
            @JsonProperty("object") ObjectKey object,
            @JsonProperty("target") @Nullable TenantObject target,
            @JsonProperty("fields") @Nullable List<String> fields) {}

    public String writeStep(Step step) {
        return json.writeValueAsString(new StepForm(
                STEP_VERSION,
                step.verb(),
                step.object(),
                step.target().orElse(null),
                List.copyOf(step.fields().names())));
    }

    public Step readStep(String text) {
        JsonNode tree = json.readTree(text);
        requireKnown(tree.path("version").asInt(1), STEP_VERSION);
        addValues(tree.path("target"));
        StepForm form = json.treeToValue(tree, StepForm.class);
        Optional<TenantObject> target = Optional.ofNullable(form.target());
        return form.fields() == null
                ? Step.whole(form.verb(), form.object(), target)
                : new Step(form.verb(), form.object(), target, Fields.of(form.fields()));
    }

    /** An object as a tenant showed it. */
    public String writeObject(TenantObject object) {
        ObjectNode form = json.valueToTree(object);
        form.put("version", OBJECT_VERSION);
        return form.toString();
    }

    /** An account of an older version has no values. */
    private static void addValues(JsonNode object) {
        if (object instanceof ObjectNode account
                && account.path("type").asString("").equals("account")
                && !account.has("values")) {
            account.putObject("values");
        }
    }

    /**
     * An object as a tenant showed it. Those of version 1 say none, and are no other than those of version 2; in 2 accounts had no
     * values.
     */
    public TenantObject readObject(String text) {
        JsonNode form = json.readTree(text);
        requireKnown(form.path("version").asInt(1), OBJECT_VERSION);
        addValues(form);
        return json.treeToValue(form, TenantObject.class);
    }
}
