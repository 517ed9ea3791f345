package wexa.server.messages;

import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import wexa.core.ending.Ending;
import wexa.core.model.Assignment;
import wexa.core.model.ConflictException;
import wexa.core.model.Engagement;
import wexa.core.model.ExceptedDifference;
import wexa.core.model.Kind;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.value.Id;

/** What ends soon, one line each, with its last day. */
record EndingWords(Model model, ZoneId zone) {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM uuuu", Locale.UK);

    String lines(List<Ending> endings) {
        return endings.stream().map(this::line).collect(Collectors.joining("\n"));
    }

    private String line(Ending ending) {
        LocalDate last = LocalDate.ofInstant(ending.until().minusNanos(1), zone);
        return "  " + DAY.format(last) + "  " + text(ending);
    }

    private String text(Ending ending) {
        return switch (ending.fact()) {
            case Engagement one -> name(one.person()) + ": last day as " + one.job();
            case Membership one ->
                who(one.member()) + ": member of "
                        + model.groups().get(one.group()).name();
            case Assignment one ->
                who(one.subject()) + ": " + model.roles().get(one.role()).name() + " in "
                        + model.title(model.tenants().get(one.tenant()));
            case ConflictException one ->
                name(one.person()) + ": exception from “"
                        + model.table(Kind.CONFLICT_RULE).get(one.rule()).name() + "”";
            case ExceptedDifference one ->
                model.title(model.tenants().get(one.tenant())) + ": excepted difference, “" + one.reason() + "”";
            default -> throw new IllegalStateException(ending.fact() + " has no end that anybody is told of");
        };
    }

    private String who(Subject subject) {
        return switch (subject) {
            case Subject.OfPerson one -> name(one.person());
            case Subject.OfGroup one -> model.groups().get(one.group()).name();
        };
    }

    private String name(Id<Person> person) {
        return model.people().get(person).name();
    }
}
