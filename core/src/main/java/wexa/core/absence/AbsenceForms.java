package wexa.core.absence;

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
import wexa.core.model.Absence;
import wexa.core.model.Kind;
import wexa.core.model.Person;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** How it is said that somebody is away. An absence is named by its person and, where there are several, by its first day. */
public final class AbsenceForms {
    private static final Field<Id<Person>> PERSON = Field.required("person", NamedTypes.PERSON, "Person");

    private static final Field<Absence.Manner> MANNER =
            Field.optional("manner", Types.choice("away, leave or suspension", Absence.Manner.class), "Sign-in");
    private static final Field<Absence.Seats> SEATS =
            Field.optional("seats", Types.choice("kept or released", Absence.Seats.class), "Seats");

    /** One absence of a person. */
    public static final Reference<Absence> REFERENCE = new Reference<>(
            Kind.ABSENCE,
            "an absence, such as the one of wren.castellane",
            List.of(new Reference.Wording("{person}", PERSON)),
            new Naming());

    static final Field<Absence> ABSENCE = Field.required("absence", REFERENCE, "Absence");

    static final Form BEGIN = Form.makes(Kind.ABSENCE, "begin", "Record an absence")
            .with(PERSON, MANNER, SEATS, Types.FROM, Types.UNTIL, Types.BECAUSE)
            .says("absence of {person}[ as {manner}][ seats {seats}][ from {from}][ until {until}][ because {because}]")
            .reads(AbsenceForms::begun);

    static final Form EDIT = Form.changes(Kind.ABSENCE, "edit", "Change an absence")
            .with(ABSENCE, MANNER, SEATS, Types.FROM, Types.UNTIL, Types.BECAUSE)
            .says("change absence of {absence}[ as {manner}][ seats {seats}][ from {from}][ until {until}][ because"
                    + " {because}]")
            .reads(in -> in.get(ABSENCE).flatMap(before -> edited(before, in)));

    static final Form END = Form.ends(Kind.ABSENCE, "end", "End an absence")
            .with(ABSENCE, Types.UNTIL)
            .says("end absence of {absence}[ until {until}]")
            .reads(in -> in.ending(ABSENCE, AbsenceChange.End::new));

    private AbsenceForms() {}

    static Values values(Absence absence) {
        return new Values()
                .put(PERSON, absence.person())
                .putUnless(absence.manner() == Absence.Manner.AWAY, MANNER, absence.manner())
                .putUnless(absence.seats() == Absence.Seats.KEPT, SEATS, absence.seats())
                .put(absence.window())
                .putText(Types.BECAUSE, absence.reason());
    }

    private static Optional<Change> begun(Reading in) {
        Optional<Id<Absence>> id = in.newId();
        Optional<Id<Person>> person = in.get(PERSON);
        Absence.Manner manner = in.get(MANNER).orElse(Absence.Manner.AWAY);
        // an account is not closed back to the morning
        Optional<Window> window = in.window(manner.stopsSignIn() ? in.now() : today(in));
        Absence.Seats seats = in.get(SEATS).orElse(Absence.Seats.KEPT);
        String because = in.because();
        return id.isEmpty() || person.isEmpty() || window.isEmpty()
                ? Optional.empty()
                : Optional.of(new AbsenceChange.Begin(
                        new Absence(id.get(), person.get(), manner, window.get(), seats, because)));
    }

    private static Instant today(Reading in) {
        return in.now().atZone(in.zone()).toLocalDate().atStartOfDay(in.zone()).toInstant();
    }

    private static Optional<Change> edited(Absence before, Reading in) {
        String because = in.textOrKept(Types.BECAUSE, before.reason());
        Absence.Manner manner = in.orKept(MANNER, Optional.of(before.manner())).orElse(Absence.Manner.AWAY);
        Absence.Seats seats = in.orKept(SEATS, Optional.of(before.seats())).orElse(Absence.Seats.KEPT);
        return in.windowOrKept(before.window())
                .map(window -> new AbsenceChange.Edit(
                        new Absence(before.id(), before.person(), manner, window, seats, because)));
    }

    private static final class Naming implements Reference.Naming<Absence> {
        @Override
        public Values parts(Absence absence, Names names) {
            return new Values().put(PERSON, absence.person());
        }

        @Override
        public List<Absence> candidates(Reading parts) {
            return parts.get(PERSON)
                    .map(person -> parts.model().table(Kind.ABSENCE).by(Absence.BY_PERSON, person))
                    .orElse(List.of());
        }

        @Override
        public Optional<Window> window(Absence absence) {
            return Optional.of(absence.window());
        }
    }
}
