package wexa.core.intake;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import wexa.core.change.Change;
import wexa.core.change.GroupChange;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.Condition;
import wexa.core.model.EngagementKind;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Id;
import wexa.core.model.Key;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Unit;

/**
 * Reads groups. Lists stand in one field, with commas between. A group that is made with {@code sort} {@code ruled} has a
 * rule: the kinds, units and jobs of those in it; what is left out asks for nothing. In an edit, a field that is not
 * there leaves what was; tags that are given empty are taken off.
 */
final class GroupReader {
    private static final String COMMAS = "\\s*,\\s*";

    private final Model model;
    private final Fields fields;
    private final Lookups lookups;

    GroupReader(Model model, Fields fields, Lookups lookups) {
        this.model = model;
        this.fields = fields;
        this.lookups = lookups;
    }

    Optional<Change> read(String form) {
        return switch (form) {
            case "group.make" -> made();
            case "group.edit" ->
                lookups.fact("group", Kind.GROUP).flatMap(this::edited).map(GroupChange.Edit::new);
            case "group.list" -> listed();
            case "group.delist" -> lookups.fact("group", Kind.GROUP).map(group -> GroupChange.Delist.of(group, model));
            default -> lookups.fact("group", Kind.GROUP).map(group -> GroupChange.Retire.of(group, model));
        };
    }

    private Optional<Change> made() {
        Optional<Id<Group>> id = fields.id("id");
        Optional<Key> key = fields.value("key", Key::accepts, Key::of);
        String name = fields.text("name");
        String description = fields.optionalText("description");
        List<Id<Person>> owners = owners();
        Set<String> tags = tags();
        boolean isRuled = fields.optionalText("sort").equalsIgnoreCase("ruled");
        Condition condition = condition(new Condition(Set.of(), Set.of(), Set.of()));
        if (isRuled && isEmpty(condition)) {
            fields.report(Finding.of(Code.FIELD_MISSING, "rule"));
        }
        if (id.isEmpty() || key.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new GroupChange.Make(new Group(
                id.get(),
                key.get(),
                name,
                isRuled ? GroupKind.RULED : GroupKind.ASSIGNED,
                description,
                owners,
                isRuled ? Optional.of(condition) : Optional.empty(),
                tags)));
    }

    private Optional<Change> listed() {
        Optional<Id<Group>> id = fields.id("id");
        Optional<Key> key = fields.value("key", Key::accepts, Key::of);
        String name = fields.text("name");
        String description = fields.optionalText("description");
        String entry = fields.text("entry");
        Optional<Group> known = id.flatMap(one -> model.groups().find(one));
        List<Id<Person>> owners =
                fields.isGiven("owners") ? owners() : known.map(Group::owners).orElse(List.of());
        Set<String> tags =
                fields.isGiven("tags") ? tags() : known.map(Group::tags).orElse(Set.of());
        if (id.isEmpty() || key.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new GroupChange.Enlist(new Group(
                id.get(),
                key.get(),
                name,
                GroupKind.DIRECTORY,
                description,
                owners,
                Optional.empty(),
                tags,
                Optional.of(entry))));
    }

    private Optional<Group> edited(Group before) {
        Optional<Key> key = fields.has("key") ? fields.value("key", Key::accepts, Key::of) : Optional.of(before.key());
        String name = fields.has("name") ? fields.text("name") : before.name();
        String description = fields.has("description") ? fields.optionalText("description") : before.description();
        List<Id<Person>> owners = fields.has("owners") ? owners() : before.owners();
        Optional<Condition> condition = before.condition().map(this::condition);
        if (condition.isPresent() && isEmpty(condition.get())) {
            fields.report(Finding.of(Code.FIELD_MISSING, "rule"));
        }
        Set<String> tags = fields.isGiven("tags") ? tags() : before.tags();
        return key.map(kept -> new Group(
                before.id(), kept, name, before.kind(), description, owners, condition, tags, before.entry()));
    }

    private static boolean isEmpty(Condition condition) {
        return condition.kinds().isEmpty()
                && condition.units().isEmpty()
                && condition.jobs().isEmpty();
    }

    private List<Id<Person>> owners() {
        List<Id<Person>> owners = new ArrayList<>();
        for (String owner : list("owners")) {
            lookups.personIn("owners", owner).ifPresent(owners::add);
        }
        return owners;
    }

    /** Tags are short names; each that is none is reported. */
    private Set<String> tags() {
        Set<String> tags = new TreeSet<>();
        for (String tag : list("tags")) {
            if (Key.accepts(tag)) {
                tags.add(tag);
            } else {
                fields.report(Finding.of(Code.FIELD_MALFORMED, "tags", "value", tag));
            }
        }
        return tags;
    }

    private Condition condition(Condition before) {
        Set<EngagementKind> kinds = new HashSet<>(before.kinds());
        if (fields.isGiven("kinds")) {
            kinds.clear();
            for (String kind : list("kinds")) {
                fields.choiceIn("kinds", kind, EngagementKind.class).ifPresent(kinds::add);
            }
        }
        Set<Id<Unit>> units = new HashSet<>(before.units());
        if (fields.isGiven("units")) {
            units.clear();
            for (String unit : list("units")) {
                lookups.unitIn("units", unit).ifPresent(units::add);
            }
        }
        Set<String> jobs = fields.isGiven("jobs") ? Set.copyOf(list("jobs")) : before.jobs();
        return new Condition(kinds, units, jobs);
    }

    private List<String> list(String name) {
        String text = fields.listText(name);
        return text.isEmpty()
                ? List.of()
                : List.of(text.split(COMMAS)).stream()
                        .filter(one -> !one.isEmpty())
                        .distinct()
                        .toList();
    }
}
