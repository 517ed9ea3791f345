package wexa.core.role;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import wexa.core.change.Change;
import wexa.core.change.Field;
import wexa.core.change.Form;
import wexa.core.change.NamedTypes;
import wexa.core.change.Names;
import wexa.core.change.Reading;
import wexa.core.change.Reference;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.model.ConflictException;
import wexa.core.model.ConflictRule;
import wexa.core.model.Kind;
import wexa.core.model.Person;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** How a person is exempted from a conflict rule, and how that ends. */
final class ConflictExceptionForms {
    private static final Field<Id<Person>> PERSON = Field.required("person", NamedTypes.PERSON, "Person");
    private static final Field<Id<ConflictRule>> RULE =
            Field.required("conflict-rule", NamedTypes.CONFLICT_RULE, "Conflict rule");
    private static final Field<Instant> LAST = Field.required("until", Types.LAST_DAY, "Last day");
    private static final Field<String> BECAUSE = Field.required("because", Types.TEXT, "Reason");
    private static final Field<String> CONTROL = Field.required("control", Types.TEXT, "Compensating control");

    static final Field<ConflictException> EXCEPTION = Field.required(
            "conflict-exception",
            new Reference<>(
                    Kind.CONFLICT_EXCEPTION,
                    "an exception, such as wren.castellane from refund-issued-and-approved",
                    List.of(new Reference.Wording("{person} from {conflict-rule}", PERSON, RULE)),
                    new Naming()),
            "Exception");

    static final Form MAKE = Form.makes(Kind.CONFLICT_EXCEPTION, "make", "Exempt a person from a conflict rule")
            .with(PERSON, RULE, LAST, BECAUSE, CONTROL)
            .says("exempt {person} from {conflict-rule} until {until} because {because} control {control}")
            .reads(ConflictExceptionForms::made);

    static final Form END = Form.ends(Kind.CONFLICT_EXCEPTION, "end", "End an exception")
            .with(EXCEPTION, Types.UNTIL)
            .says("end exception of {conflict-exception}[ until {until}]")
            .reads(in -> in.ending(EXCEPTION, ConflictExceptionChange.End::new));

    private ConflictExceptionForms() {}

    static Values values(ConflictException exception) {
        return new Values()
                .put(PERSON, exception.person())
                .put(RULE, exception.rule())
                .put(LAST, exception.window().until())
                .putText(BECAUSE, exception.reason())
                .putText(CONTROL, exception.control());
    }

    private static Optional<Change> made(Reading in) {
        Optional<Id<ConflictException>> id = in.newId();
        Optional<Id<Person>> person = in.get(PERSON);
        Optional<Id<ConflictRule>> rule = in.get(RULE);
        Optional<Instant> last = in.get(LAST);
        Optional<String> because = in.get(BECAUSE);
        Optional<String> control = in.get(CONTROL);
        if (id.isEmpty()
                || person.isEmpty()
                || rule.isEmpty()
                || last.isEmpty()
                || because.isEmpty()
                || control.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new ConflictExceptionChange.Make(
                id.get(), rule.get(), person.get(), last.get(), because.get(), control.get()));
    }

    private static final class Naming implements Reference.Naming<ConflictException> {
        @Override
        public Values parts(ConflictException exception, Names names) {
            return new Values().put(PERSON, exception.person()).put(RULE, exception.rule());
        }

        @Override
        public List<ConflictException> candidates(Reading parts) {
            Optional<Id<Person>> person = parts.get(PERSON);
            Optional<Id<ConflictRule>> rule = parts.get(RULE);
            return person.isEmpty() || rule.isEmpty()
                    ? List.of()
                    : parts
                            .model()
                            .table(Kind.CONFLICT_EXCEPTION)
                            .by(ConflictException.BY_PERSON, person.get())
                            .stream()
                            .filter(one -> one.rule().equals(rule.get()))
                            .toList();
        }

        @Override
        public Optional<Window> window(ConflictException exception) {
            return Optional.of(exception.window());
        }
    }
}
