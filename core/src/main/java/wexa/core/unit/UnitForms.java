package wexa.core.unit;

import java.util.Optional;
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
import wexa.core.model.Unit;
import wexa.core.value.Id;
import wexa.core.value.Key;

/** How units and home organisations are made. */
final class UnitForms {
    private static final Field<Key> KEY = Field.required("key", Types.KEY, "Short name");
    private static final Field<String> NAME = Field.required("name", Types.TEXT, "Name");
    private static final Field<Id<Unit>> PARENT = Field.optional("parent", NamedTypes.UNIT, "Part of");

    static final Form MAKE = Form.makes(Kind.UNIT, "make", "Create a unit")
            .with(KEY, NAME, PARENT)
            .says("make unit {key} {name}[ under {parent}]")
            .reads(UnitForms::made);

    static final Form MAKE_HOME = Form.makes(Kind.HOME, "make", "Create a home organisation")
            .from(Author.SETTINGS)
            .with(KEY, NAME)
            .says("make home {key} {name}")
            .readsNothing();

    private UnitForms() {}

    static Values values(Unit unit) {
        return new Values().put(KEY, unit.key()).put(NAME, unit.name()).put(PARENT, unit.parent());
    }

    static Values values(Home home) {
        return new Values().put(KEY, home.key()).put(NAME, home.name());
    }

    private static Optional<Change> made(Reading in) {
        Optional<Id<Unit>> id = in.newId();
        Optional<Key> key = in.get(KEY);
        String name = in.text(NAME);
        Optional<Id<Unit>> parent = in.get(PARENT);
        return id.isEmpty() || key.isEmpty()
                ? Optional.empty()
                : Optional.of(new UnitChange.Make(new Unit(id.get(), key.get(), name, parent, in.zone())));
    }
}
