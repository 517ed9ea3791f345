package wexa.core.engagement;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import wexa.core.change.Change;
import wexa.core.change.Field;
import wexa.core.change.Form;
import wexa.core.change.NamedTypes;
import wexa.core.change.Names;
import wexa.core.change.Reading;
import wexa.core.change.Reference;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.model.Engagement;
import wexa.core.model.EngagementKind;
import wexa.core.model.Kind;
import wexa.core.model.Person;
import wexa.core.model.Unit;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** How people are engaged. An engagement is named by its person and, where there are several, by its first day. */
public final class EngagementForms {
    private static final Pattern STAFF_NUMBER = Pattern.compile("[A-Za-z0-9-]{1,20}");

    private static final Field<Id<Person>> PERSON = Field.required("person", NamedTypes.PERSON, "Person");
    private static final Field<EngagementKind> KIND = Field.required(
            "kind",
            Types.choice("employee, volunteer, contractor or partner", EngagementKind.class),
            "Engagement type");
    private static final Field<String> NUMBER = Field.optional(
            "number",
            Types.parsed(
                    "a staff number",
                    "Use up to 20 letters, digits and hyphens.",
                    text -> STAFF_NUMBER.matcher(text).matches(),
                    text -> text),
            "Staff number");
    private static final Field<Id<Unit>> UNIT = Field.required("unit", NamedTypes.UNIT, "Unit");
    private static final Field<String> JOB = Field.required("job", Types.TEXT, "Job");
    private static final Field<Id<Person>> MANAGER = Field.optional("manager", NamedTypes.PERSON, "Manager");

    /** One engagement of a person. */
    public static final Reference<Engagement> REFERENCE = new Reference<>(
            Kind.ENGAGEMENT,
            "an engagement, such as one of wren.castellane",
            List.of(new Reference.Wording("{person}", PERSON)),
            new Naming());

    static final Field<Engagement> ENGAGEMENT = Field.required("engagement", REFERENCE, "Engagement");

    static final Form BEGIN = Form.makes(Kind.ENGAGEMENT, "begin", "Begin an engagement")
            .with(PERSON, KIND, UNIT, JOB, NUMBER, MANAGER, Types.FROM, Types.UNTIL)
            .says("engage {person} as {kind} job {job} unit {unit}[ number {number}][ manager {manager}][ from {from}]"
                    + "[ until {until}]")
            .reads(EngagementForms::begun);

    static final Form EDIT = Form.changes(Kind.ENGAGEMENT, "edit", "Change an engagement")
            .with(ENGAGEMENT, KIND, UNIT, JOB, NUMBER, MANAGER, Types.FROM, Types.UNTIL)
            .says("change engagement of {engagement}[ kind {kind}][ job {job}][ unit {unit}][ number {number}]"
                    + "[ manager {manager}][ from {from}][ until {until}]")
            .reads(in -> in.get(ENGAGEMENT).flatMap(before -> edited(before, in)));

    static final Form END = Form.ends(Kind.ENGAGEMENT, "end", "End an engagement")
            .with(ENGAGEMENT, Types.UNTIL)
            .says("end engagement of {engagement}[ until {until}]")
            .reads(in -> in.ending(ENGAGEMENT, EngagementChange.End::new));

    private EngagementForms() {}

    static Values values(Engagement engagement) {
        return new Values()
                .put(PERSON, engagement.person())
                .put(KIND, engagement.kind())
                .put(UNIT, engagement.unit())
                .put(JOB, engagement.job())
                .put(NUMBER, engagement.staffNumber())
                .put(MANAGER, engagement.manager())
                .put(engagement.window());
    }

    private static Optional<Change> begun(Reading in) {
        Optional<Id<Engagement>> id = in.newId();
        Optional<Id<Person>> person = in.get(PERSON);
        Optional<EngagementKind> kind = in.get(KIND);
        Optional<Id<Unit>> unit = in.get(UNIT);
        String job = in.text(JOB);
        Optional<Id<Person>> manager = in.get(MANAGER);
        Optional<String> number = in.get(NUMBER);
        Optional<Window> window = in.window(today(in));
        if (id.isEmpty() || person.isEmpty() || kind.isEmpty() || unit.isEmpty() || window.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new EngagementChange.Begin(
                new Engagement(id.get(), person.get(), kind.get(), number, unit.get(), job, manager, window.get())));
    }

    private static Instant today(Reading in) {
        return in.now().atZone(in.zone()).toLocalDate().atStartOfDay(in.zone()).toInstant();
    }

    private static Optional<Change> edited(Engagement before, Reading in) {
        Optional<EngagementKind> kind = in.orKept(KIND, Optional.of(before.kind()));
        Optional<Id<Unit>> unit = in.orKept(UNIT, Optional.of(before.unit()));
        String job = in.textOrKept(JOB, before.job());
        Optional<Id<Person>> manager = in.orKept(MANAGER, before.manager());
        Optional<String> number = in.orKept(NUMBER, before.staffNumber());
        Optional<Window> window = in.windowOrKept(before.window());
        if (kind.isEmpty() || unit.isEmpty() || window.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new EngagementChange.Edit(new Engagement(
                before.id(), before.person(), kind.get(), number, unit.get(), job, manager, window.get())));
    }

    private static final class Naming implements Reference.Naming<Engagement> {
        @Override
        public Values parts(Engagement engagement, Names names) {
            return new Values().put(PERSON, engagement.person());
        }

        @Override
        public List<Engagement> candidates(Reading parts) {
            return parts.get(PERSON)
                    .map(person -> parts.model().table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person))
                    .orElse(List.of());
        }

        @Override
        public Optional<Window> window(Engagement engagement) {
            return Optional.of(engagement.window());
        }
    }
}
