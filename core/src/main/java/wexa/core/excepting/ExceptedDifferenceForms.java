package wexa.core.excepting;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
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
import wexa.core.model.ExceptedDifference;
import wexa.core.model.Kind;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** How a difference is excepted, and how that ends. */
final class ExceptedDifferenceForms {
    private static final Pattern KEY =
            Pattern.compile("(ACCOUNT|GROUP|ROLE|ASSIGNMENT):[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}");

    private static final Field<Id<Tenant>> TENANT = Field.required("tenant", NamedTypes.TENANT, "Tenant");
    private static final Field<String> OBJECT = Field.required(
            "object",
            Types.parsed(
                    "an object of a tenant",
                    "Except a difference on the tenant’s page, which names the object.",
                    text -> KEY.matcher(text).matches(),
                    text -> text),
            "Object");
    private static final Field<List<String>> DIFFERS =
            Field.required("differs", Types.listOf(Types.TEXT), "What may differ");
    private static final Field<Instant> LAST = Field.required("until", Types.LAST_DAY, "Last day");
    private static final Field<Id<Person>> OWNER = Field.required("owner", NamedTypes.PERSON, "Owner");
    private static final Field<String> BECAUSE = Field.required("because", Types.TEXT, "Reason");

    static final Field<ExceptedDifference> EXCEPTED = Field.required(
            "excepted-difference",
            new Reference<>(
                    Kind.EXCEPTED_DIFFERENCE,
                    "an excepted difference, such as the one of an object in pelagia/north",
                    List.of(new Reference.Wording("{object} in {tenant}", OBJECT, TENANT)),
                    new Naming()),
            "Excepted difference");

    static final Form MAKE = Form.makes(Kind.EXCEPTED_DIFFERENCE, "make", "Except a difference")
            .with(OBJECT, TENANT, DIFFERS, LAST, OWNER, BECAUSE)
            .says("let {object} in {tenant} differ by {differs} until {until} owner {owner} because {because}")
            .reads(ExceptedDifferenceForms::made);

    static final Form END = Form.ends(Kind.EXCEPTED_DIFFERENCE, "end", "End the exception of a difference")
            .with(EXCEPTED, Types.UNTIL)
            .says("end excepted difference {excepted-difference}[ until {until}]")
            .reads(in -> in.ending(EXCEPTED, ExceptedDifferenceChange.End::new));

    private ExceptedDifferenceForms() {}

    static Values values(ExceptedDifference one) {
        return new Values()
                .put(OBJECT, one.object())
                .put(TENANT, one.tenant())
                .putAll(DIFFERS, one.differs())
                .put(LAST, one.window().until())
                .put(OWNER, one.owner())
                .putText(BECAUSE, one.reason());
    }

    private static Optional<Change> made(Reading in) {
        Optional<Id<ExceptedDifference>> id = in.newId();
        Optional<String> object = in.get(OBJECT);
        Optional<Id<Tenant>> tenant = in.get(TENANT);
        List<String> differs = in.several(DIFFERS);
        Optional<Instant> last = in.get(LAST);
        Optional<Id<Person>> owner = in.get(OWNER);
        Optional<String> because = in.get(BECAUSE);
        if (id.isEmpty()
                || object.isEmpty()
                || tenant.isEmpty()
                || differs.isEmpty()
                || last.isEmpty()
                || owner.isEmpty()
                || because.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(new ExceptedDifferenceChange.Make(
                id.get(), tenant.get(), object.get(), Set.copyOf(differs), last.get(), owner.get(), because.get()));
    }

    private static final class Naming implements Reference.Naming<ExceptedDifference> {
        @Override
        public Values parts(ExceptedDifference one, Names names) {
            return new Values().put(OBJECT, one.object()).put(TENANT, one.tenant());
        }

        @Override
        public List<ExceptedDifference> candidates(Reading parts) {
            Optional<String> object = parts.get(OBJECT);
            Optional<Id<Tenant>> tenant = parts.get(TENANT);
            return object.isEmpty() || tenant.isEmpty()
                    ? List.of()
                    : ExceptedDifference.of(tenant.get(), object.get(), parts.model());
        }

        @Override
        public Optional<Window> window(ExceptedDifference one) {
            return Optional.of(one.window());
        }
    }
}
