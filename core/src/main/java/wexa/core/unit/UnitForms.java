package wexa.core.unit;

import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.Optional;
import java.util.regex.Pattern;
import wexa.core.change.Author;
import wexa.core.change.Change;
import wexa.core.change.Field;
import wexa.core.change.Form;
import wexa.core.change.NamedTypes;
import wexa.core.change.Reading;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.model.Home;
import wexa.core.model.Kind;
import wexa.core.model.Person;
import wexa.core.model.Unit;
import wexa.core.value.Id;
import wexa.core.value.Key;

/** How units and home organisations are made, changed and merged. */
final class UnitForms {
    private static final Pattern COST_CENTRE = Pattern.compile("[A-Za-z0-9./-]{1,30}");

    private static final Field<Key> KEY = Field.required("key", Types.KEY, "Short name");
    private static final Field<String> NAME = Field.required("name", Types.TEXT, "Name");
    private static final Field<Id<Unit>> PARENT = Field.optional("parent", NamedTypes.UNIT, "Part of");
    private static final Field<ZoneId> ZONE = Field.optional(
            "zone",
            Types.parsed(
                    "a time zone",
                    "Use a name of the time zone database, such as Europe/London.",
                    UnitForms::isZone,
                    ZoneId::of),
            "Time zone");
    private static final Field<Id<Person>> MANAGER = Field.optional("manager", NamedTypes.PERSON, "Manager");
    private static final Field<String> COST = Field.optional(
            "cost",
            Types.parsed(
                    "a cost centre",
                    "Use up to 30 letters, digits, full stops, slashes and hyphens.",
                    text -> COST_CENTRE.matcher(text).matches(),
                    text -> text),
            "Cost centre");

    static final Field<Id<Unit>> UNIT = Field.required("unit", NamedTypes.UNIT, "Unit");
    static final Field<Id<Unit>> INTO = Field.required("into", NamedTypes.UNIT, "Into");

    static final Form MAKE = Form.makes(Kind.UNIT, "make", "Create a unit")
            .with(KEY, NAME, PARENT, ZONE, MANAGER, COST)
            .says("make unit {key} {name}[ under {parent}][ zone {zone}][ manager {manager}][ cost {cost}]")
            .reads(UnitForms::made);

    static final Form EDIT = Form.changes(Kind.UNIT, "edit", "Change a unit")
            .with(UNIT, KEY, NAME, PARENT, ZONE, MANAGER, COST)
            .says("change unit {unit}[ key {key}][ name {name}][ under {parent}][ zone {zone}][ manager {manager}]"
                    + "[ cost {cost}]")
            .reads(in -> in.get(UNIT)
                    .flatMap(id -> edited(in.model().table(Kind.UNIT).get(id), in)));

    static final Form MERGE = Form.ends(Kind.UNIT, "merge", "Merge a unit into another")
            .with(UNIT, INTO)
            .says("merge unit {unit} into {into}")
            .afterOthers()
            .reads(UnitForms::merged);

    static final Form MAKE_HOME = Form.makes(Kind.HOME, "make", "Create a home organisation")
            .from(Author.SETTINGS)
            .with(KEY, NAME)
            .says("make home {key} {name}")
            .readsNothing();

    private UnitForms() {}

    private static boolean isZone(String text) {
        try {
            ZoneId.of(text);
            return true;
        } catch (DateTimeException unknown) {
            return false;
        }
    }

    static Values values(Unit unit) {
        return new Values()
                .put(KEY, unit.key())
                .put(NAME, unit.name())
                .put(PARENT, unit.parent())
                .put(ZONE, unit.zone())
                .put(MANAGER, unit.manager())
                .put(COST, unit.costCentre());
    }

    static Values values(Home home) {
        return new Values().put(KEY, home.key()).put(NAME, home.name());
    }

    private static Optional<Change> made(Reading in) {
        Optional<Id<Unit>> id = in.newId();
        Optional<Key> key = in.get(KEY);
        String name = in.text(NAME);
        Optional<Id<Unit>> parent = in.get(PARENT);
        Optional<ZoneId> zone = in.get(ZONE);
        Optional<Id<Person>> manager = in.get(MANAGER);
        Optional<String> cost = in.get(COST);
        return id.isEmpty() || key.isEmpty()
                ? Optional.empty()
                : Optional.of(new UnitChange.Make(
                        new Unit(id.get(), key.get(), name, parent, zone.orElse(in.zone()), manager, cost)));
    }

    private static Optional<Change> edited(Unit before, Reading in) {
        Optional<Key> key = in.orKept(KEY, Optional.of(before.key()));
        String name = in.textOrKept(NAME, before.name());
        Optional<Id<Unit>> parent = in.orKept(PARENT, before.parent());
        Optional<ZoneId> zone = in.orKept(ZONE, Optional.of(before.zone()));
        Optional<Id<Person>> manager = in.orKept(MANAGER, before.manager());
        Optional<String> cost = in.orKept(COST, before.costCentre());
        return key.map(shortName -> new UnitChange.Edit(
                new Unit(before.id(), shortName, name, parent, zone.orElse(in.zone()), manager, cost)));
    }

    private static Optional<Change> merged(Reading in) {
        Optional<Id<Unit>> unit = in.get(UNIT);
        Optional<Id<Unit>> into = in.get(INTO);
        return unit.isEmpty() || into.isEmpty()
                ? Optional.empty()
                : Optional.of(new UnitChange.Merge(unit.get(), into.get()));
    }
}
