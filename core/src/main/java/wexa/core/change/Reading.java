package wexa.core.change;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.Fact;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** Reads the fields of one entry and collects everything that is wrong with them, each finding under its field's name. */
public final class Reading {
    /** No day was said: it begins, or ends, when it is applied, whenever that is. */
    public static final Instant WHEN_APPLIED = Instant.MIN;

    private static final int SHOWN = 80;

    private final Map<String, String> texts;
    private final Context context;
    private final List<Finding> findings = new ArrayList<>();
    private String path = "";
    private @Nullable Id<Tenant> place;

    /**
     * What entries are read against.
     *
     * @param zone of days
     * @param reason why somebody is put into a group or gets a role where the entry does not say so itself
     */
    public record Context(Model model, ZoneId zone, Instant now, String reason) {}

    public Reading(Map<String, String> texts, Context context) {
        this.texts = texts;
        this.context = context;
    }

    public Model model() {
        return context.model();
    }

    public ZoneId zone() {
        return context.zone();
    }

    public Instant now() {
        return context.now();
    }

    /** Why: what the entry says, else what the draft says. */
    public String because() {
        String own = text(Types.BECAUSE);
        return own.isEmpty() ? context.reason() : own;
    }

    /** Makes the change that ends a fact at an instant. */
    public interface Ending<T, C> {
        C of(T fact, Instant at);
    }

    /** The end of a fact on the last day that is given, else when it is applied. */
    public <T, C extends Change> Optional<C> ending(Field<T> fact, Ending<T, C> make) {
        Optional<T> ended = get(fact);
        Optional<Instant> at = has(Types.UNTIL) ? get(Types.UNTIL) : Optional.of(WHEN_APPLIED);
        return ended.flatMap(known -> at.map(instant -> make.of(known, instant)));
    }

    /** All that was found, and fields that the form does not have. */
    public List<Finding> findings(Form form) {
        List<Finding> all = new ArrayList<>(findings);
        List<String> known = form.allFields().stream().map(Field::name).toList();
        Set<String> names = new HashSet<>(known);
        for (String name : texts.keySet()) {
            if (!names.contains(name)) {
                all.add(Finding.of(Code.FIELD_UNKNOWN, name, "fields", String.join(", ", known)));
            }
        }
        return all;
    }

    public boolean hasFindings() {
        return !findings.isEmpty();
    }

    /** Whether the field is there at all, be it empty. */
    public boolean isGiven(Field<?> field) {
        return texts.containsKey(field.name());
    }

    public boolean has(Field<?> field) {
        return !raw(field).isEmpty();
    }

    private String raw(Field<?> field) {
        return texts.getOrDefault(field.name(), "").strip();
    }

    /** The value of a field; empty where it is missing, which is reported if it is needed, or wrong. */
    public <V> Optional<V> get(Field<V> field) {
        String text = raw(field);
        path = field.name();
        if (!text.isEmpty()) {
            return field.type().read(text, this);
        }
        if (field.need() == Need.REQUIRED) {
            report(Code.FIELD_MISSING);
        }
        return Optional.empty();
    }

    /** The id of the fact that is made. */
    public <T> Optional<Id<T>> newId() {
        return get(Form.ID).map(id -> Id.of(id.value()));
    }

    /** A text that stands for none when it is empty. */
    public String text(Field<String> field) {
        return get(field).orElse("");
    }

    /** Several, of which there may be none. */
    public <V> List<V> several(Field<List<V>> field) {
        return get(field).orElse(List.of());
    }

    /** In a change: what was, unless the field is given. */
    public <V> Optional<V> orKept(Field<V> field, Optional<V> before) {
        return isGiven(field) ? get(field) : before;
    }

    /** In a change: what was, unless the field is given; given empty, it is there no more. */
    public String textOrKept(Field<String> field, String before) {
        return isGiven(field) ? text(field) : before;
    }

    /** In a change: what was, unless the field is given; given empty, there are none. */
    public <V> List<V> severalOrKept(Field<List<V>> field, List<V> before) {
        return isGiven(field) ? several(field) : before;
    }

    /** {@code from} a first day, {@code until} a last one (rule 9). A start that is not given is {@code fallback}. */
    public Optional<Window> window(Instant fallback) {
        return span(
                has(Types.FROM) ? get(Types.FROM) : Optional.of(fallback),
                has(Types.UNTIL) ? get(Types.UNTIL) : Optional.of(Instant.MAX));
    }

    /** In a change: the ends of what was, but for those that are given; an end that is given empty is open. */
    public Optional<Window> windowOrKept(Window before) {
        return span(
                has(Types.FROM) ? get(Types.FROM) : Optional.of(before.from()),
                has(Types.UNTIL) ? get(Types.UNTIL) : Optional.of(isGiven(Types.UNTIL) ? Instant.MAX : before.until()));
    }

    private Optional<Window> span(Optional<Instant> from, Optional<Instant> until) {
        if (from.isEmpty() || until.isEmpty()) {
            return Optional.empty();
        }
        if (!from.get().isBefore(until.get())) {
            report(Finding.of(
                    Code.DATE_BEFORE_START, Types.UNTIL.name(), "from", raw(Types.FROM), "until", raw(Types.UNTIL)));
            return Optional.empty();
        }
        return Optional.of(Window.of(from.get(), until.get()));
    }

    /** From here on, areas named by key are those of this tenant. */
    public void within(Optional<Id<Tenant>> tenant) {
        place = tenant.orElse(null);
    }

    Optional<Id<Tenant>> place() {
        return Optional.ofNullable(place);
    }

    /** The fact that the entry is about, by its id alone: nothing is found out about it. */
    public static Optional<Fact> byId(Kind<?> kind, String id, Model model) {
        return Types.isId(id) ? model.find(kind, Id.of(id)) : Optional.empty();
    }

    /** Reports something about the field that is being read. */
    public void report(Code code, String... namesAndValues) {
        findings.add(Finding.of(code, path, namesAndValues));
    }

    public void report(Finding finding) {
        findings.add(finding);
    }

    static String shown(String text) {
        return text.substring(0, Math.min(SHOWN, text.length()));
    }

    /** Reads parts of a value that is a phrase. What they lack is not reported by itself. */
    Reading parts(Map<String, String> values) {
        return new Reading(values, context);
    }
}
