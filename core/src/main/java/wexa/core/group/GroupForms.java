package wexa.core.group;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import wexa.core.change.Author;
import wexa.core.change.Change;
import wexa.core.change.Field;
import wexa.core.change.Form;
import wexa.core.change.NamedTypes;
import wexa.core.change.Reading;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.custom.FieldValue;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.Condition;
import wexa.core.model.EngagementKind;
import wexa.core.model.Group;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Person;
import wexa.core.model.Unit;
import wexa.core.value.Id;
import wexa.core.value.Key;

/**
 * How groups are made and changed. A group that is made with kinds, units, jobs or values of fields has a rule: what is left out asks for
 * nothing. Tags are short names.
 */
final class GroupForms {
    static final Field<Id<Group>> GROUP = Field.required("group", NamedTypes.GROUP, "Group");
    private static final Field<Key> KEY = Field.required("key", Types.KEY, "Short name");
    private static final Field<String> NAME = Field.required("name", Types.TEXT, "Name");
    private static final Field<String> DESCRIPTION = Field.optional("description", Types.TEXT, "Description");
    private static final Field<List<Id<Person>>> OWNERS =
            Field.optional("owners", Types.listOf(NamedTypes.PERSON), "Owners");
    private static final Field<List<Key>> TAGS = Field.optional("tags", Types.listOf(Types.KEY), "Tags");
    private static final Field<List<EngagementKind>> KINDS = Field.optional(
            "kinds",
            Types.listOf(Types.choice("employee, volunteer, contractor or partner", EngagementKind.class)),
            "Engagement types");
    private static final Field<List<Id<Unit>>> UNITS = Field.optional("units", Types.listOf(NamedTypes.UNIT), "Units");
    private static final Field<List<String>> JOBS = Field.optional("jobs", Types.listOf(Types.TEXT), "Jobs");
    private static final Field<List<FieldValue>> WHERE = Field.optional("where", FieldValue.SEVERAL, "Fields");
    private static final Field<String> ENTRY = Field.required("entry", Types.TEXT, "Directory entry");

    /** Says that a group without a rule is meant to have one, or that one with a rule is not. */
    private static final Field<GroupKind> SORT =
            Field.optional("sort", Types.choice("assigned or ruled", GroupKind.class), "How members come in");

    static final Form MAKE = Form.makes(Kind.GROUP, "make", "Create a group")
            .with(KEY, NAME, KINDS, UNITS, JOBS, WHERE, DESCRIPTION, OWNERS, TAGS)
            .unsaid(SORT)
            .says(
                    "make group {key} {name}[ kinds {kinds}][ units {units}][ jobs {jobs}][ where {where}][ about {description}]"
                            + "[ owners {owners}][ tags {tags}]")
            .reads(GroupForms::made);

    static final Form EDIT = Form.changes(Kind.GROUP, "edit", "Change a group")
            .with(GROUP, KEY, NAME, KINDS, UNITS, JOBS, WHERE, DESCRIPTION, OWNERS, TAGS)
            .says(
                    "change group {group}[ key {key}][ name {name}][ kinds {kinds}][ units {units}][ jobs {jobs}][ where {where}]"
                            + "[ about {description}][ owners {owners}][ tags {tags}]")
            .reads(in -> group(in).flatMap(before -> edited(before, in)));

    static final Form RETIRE = Form.ends(Kind.GROUP, "retire", "Retire a group")
            .with(GROUP)
            .says("retire group {group}")
            .afterOthers()
            .reads(in -> group(in).map(group -> GroupChange.Retire.of(group, in.model())));

    static final Form LIST = Form.makes(Kind.GROUP, "list", "Add a group from the directory")
            .from(Author.OUTSIDE)
            .orReopens(in -> Optional.empty())
            .with(KEY, NAME, ENTRY, DESCRIPTION, OWNERS, TAGS)
            .says("list group {key} {name} entry {entry}[ about {description}][ owners {owners}][ tags {tags}]")
            .reads(GroupForms::listed);

    static final Form DELIST = Form.ends(Kind.GROUP, "delist", "Remove a group dropped by the directory")
            .from(Author.OUTSIDE)
            .with(GROUP)
            .says("delist group {group}")
            .afterOthers()
            .reads(in -> group(in).map(group -> GroupChange.Delist.of(group, in.model())));

    private static final Condition NO_RULE = new Condition(Set.of(), Set.of(), Set.of());

    private GroupForms() {}

    static Values values(Group group) {
        Condition rule = group.condition().orElse(NO_RULE);
        return new Values()
                .put(KEY, group.key())
                .put(NAME, group.name())
                .put(ENTRY, group.entry())
                .putAll(KINDS, rule.kinds())
                .putAll(UNITS, rule.units())
                .putAll(JOBS, rule.jobs())
                .putAll(WHERE, where(rule))
                .putText(DESCRIPTION, group.description())
                .putAll(OWNERS, group.owners())
                .putAll(TAGS, group.tags().stream().map(Key::of).toList());
    }

    private static Optional<Group> group(Reading in) {
        return in.get(GROUP).map(in.model().groups()::get);
    }

    private static Optional<Change> made(Reading in) {
        Optional<Id<Group>> id = in.newId();
        Optional<Key> key = in.get(KEY);
        String name = in.text(NAME);
        String description = in.text(DESCRIPTION);
        List<Id<Person>> owners = in.several(OWNERS);
        Set<String> tags = texts(in.several(TAGS));
        Condition rule = rule(NO_RULE, in);
        boolean isRuled = in.get(SORT).map(GroupKind.RULED::equals).orElse(!rule.isEmpty());
        if (isRuled) {
            checkRule(rule, in);
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
                isRuled ? Optional.of(rule) : Optional.empty(),
                tags)));
    }

    private static Optional<Change> listed(Reading in) {
        Optional<Id<Group>> id = in.newId();
        Optional<Key> key = in.get(KEY);
        String name = in.text(NAME);
        String description = in.text(DESCRIPTION);
        String entry = in.text(ENTRY);
        Optional<Group> known = id.flatMap(one -> in.model().groups().find(one));
        List<Id<Person>> owners =
                in.severalOrKept(OWNERS, known.map(Group::owners).orElse(List.of()));
        Set<String> tags =
                texts(in.severalOrKept(TAGS, keys(known.map(Group::tags).orElse(Set.of()))));
        if (id.isEmpty() || key.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new GroupChange.AddFromDirectory(new Group(
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

    private static Optional<Change> edited(Group before, Reading in) {
        Optional<Key> key = in.orKept(KEY, Optional.of(before.key()));
        String name = in.textOrKept(NAME, before.name());
        String description = in.textOrKept(DESCRIPTION, before.description());
        List<Id<Person>> owners = in.severalOrKept(OWNERS, before.owners());
        Optional<Condition> rule = before.condition().map(known -> rule(known, in));
        rule.ifPresent(known -> checkRule(known, in));
        if (rule.isEmpty() && !rule(NO_RULE, in).isEmpty()) {
            in.report(Finding.of(
                    GroupCodes.GROUP_HAS_NO_RULE, "rule", "value", before.key().text()));
        }
        Set<String> tags = texts(in.severalOrKept(TAGS, keys(before.tags())));
        return key.map(kept -> new GroupChange.Edit(
                new Group(before.id(), kept, name, before.kind(), description, owners, rule, tags, before.entry())));
    }

    private static void checkRule(Condition rule, Reading in) {
        if (rule.isEmpty()) {
            in.report(Finding.of(Code.FIELD_MISSING, "rule"));
        }
    }

    private static Condition rule(Condition before, Reading in) {
        return new Condition(
                Set.copyOf(in.severalOrKept(KINDS, List.copyOf(before.kinds()))),
                Set.copyOf(in.severalOrKept(UNITS, List.copyOf(before.units()))),
                Set.copyOf(in.severalOrKept(JOBS, List.copyOf(before.jobs()))),
                values(in.severalOrKept(WHERE, where(before))));
    }

    private static List<FieldValue> where(Condition rule) {
        return rule.values().entrySet().stream()
                .flatMap(some -> some.getValue().stream().map(value -> new FieldValue(Key.of(some.getKey()), value)))
                .toList();
    }

    private static Map<String, Set<String>> values(List<FieldValue> where) {
        Map<String, Set<String>> values = new TreeMap<>();
        where.forEach(one -> values.computeIfAbsent(one.field().text(), any -> new TreeSet<>())
                .add(one.value()));
        return values;
    }

    private static List<Key> keys(Set<String> tags) {
        return tags.stream().map(Key::of).toList();
    }

    private static Set<String> texts(List<Key> tags) {
        Set<String> texts = new TreeSet<>();
        tags.forEach(tag -> texts.add(tag.text()));
        return texts;
    }
}
