package wexa.server.inbound;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import org.springframework.stereotype.Component;
import wexa.connect.inbound.PushedUser;
import wexa.core.importing.DryRun;
import wexa.core.importing.Row;
import wexa.core.importing.Sheet;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Unit;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.core.value.Key;
import wexa.server.directory.DirectorySources;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;
import wexa.server.wiring.Settings;

/** A pushed user as entries: those that a row of a table with the same words would have. */
@Component
class PushedEntries {
    private final BusinessClock clock;
    private final Settings settings;
    private final DirectorySources directories;
    private final Ids ids;

    PushedEntries(BusinessClock clock, Settings settings, DirectorySources directories, Ids ids) {
        this.clock = clock;
        this.settings = settings;
        this.directories = directories;
        this.ids = ids;
    }

    /** Entries about somebody: a person known to be this user is meant whatever the user name says. */
    List<Entry> of(Model model, Pushed pushed, Optional<Person> linked) {
        if (!pushed.user().isActive() || pushed.state().isDeleted()) {
            return linked.map(person -> ending(model, person, pushed.user())).orElse(List.of());
        }
        Row row = new Row(1, values(model, pushed.user(), linked), false);
        DryRun.Setting setting = new DryRun.Setting(pushed.id(), directories.ownHome(), clock.now(), settings.zone());
        return DryRun.entriesOf(model, Sheet.PEOPLE, row, setting);
    }

    private static Map<String, String> values(Model model, PushedUser user, Optional<Person> linked) {
        Map<String, String> values = new TreeMap<>();
        linked.map(person -> person.handle().text())
                .or(() -> handle(user.userName()))
                .ifPresent(handle -> values.put("handle", handle));
        values.put("given", user.given());
        values.put("family", user.family());
        user.mail().ifPresent(mail -> values.put("mail", mail));
        user.phone().ifPresent(phone -> values.put("phone", phone));
        user.userType().ifPresent(type -> values.put("kind", type.toLowerCase(Locale.ROOT)));
        user.number().ifPresent(number -> values.put("number", number));
        user.department().ifPresent(name -> values.put("unit", unit(model, name)));
        user.title().ifPresent(title -> values.put("job", title));
        user.from().ifPresent(from -> values.put("from", from));
        user.until().ifPresent(until -> values.put("until", until));
        return values;
    }

    /** The user name itself, or what stands before the @ of one that is an address. */
    private static Optional<String> handle(String userName) {
        String plain = userName.toLowerCase(Locale.ROOT);
        String local = plain.contains("@") ? plain.substring(0, plain.indexOf('@')) : plain;
        return Handle.accepts(local) ? Optional.of(local) : Optional.empty();
    }

    /** A unit by its short name or its name; what is neither stays as it is, to be settled in the draft. */
    private static String unit(Model model, String name) {
        return model.table(Kind.UNIT).stream()
                .filter(unit ->
                        unit.key().text().equalsIgnoreCase(name) || unit.name().equalsIgnoreCase(name))
                .map(Unit::key)
                .map(Key::text)
                .findFirst()
                .orElse(name);
    }

    /** Ends the engagement of the user's number, or where none is named all that hold or are to come. */
    private List<Entry> ending(Model model, Person person, PushedUser user) {
        return model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person.id()).stream()
                .filter(engagement -> engagement.window().until().isAfter(clock.now()))
                .filter(engagement ->
                        user.number().isEmpty() || engagement.staffNumber().equals(user.number()))
                .map(engagement -> {
                    Map<String, String> fields =
                            Map.of("engagement", engagement.id().toString());
                    Entry entry = new Entry(new Entry.Id(ids.next()), "engagement.end", fields);
                    return new Entry(entry.id(), entry.form(), fields, Intake.target(entry, model));
                })
                .toList();
    }

    /** Whom the entries are about, and whether that is somebody who was here before. */
    static Optional<UUID> person(List<Entry> entries) {
        return entries.stream()
                .filter(entry -> entry.thing().equals("person"))
                .map(entry -> entry.fields().getOrDefault(entry.isMaking() ? "id" : "person", ""))
                .findFirst()
                .map(Id::<Person>of)
                .map(Id::value);
    }
}
