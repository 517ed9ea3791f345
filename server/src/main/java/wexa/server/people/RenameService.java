package wexa.server.people;

import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.finding.Finding;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.renaming.RenamePlan;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.core.value.Mail;
import wexa.server.directory.DirectoryStandings;
import wexa.server.people.LeavingViews.PlannedView;
import wexa.server.people.RenameViews.DirectoryNames;
import wexa.server.people.RenameViews.NameProblem;
import wexa.server.people.RenameViews.NamesView;
import wexa.server.people.RenameViews.RenameInput;
import wexa.server.people.RenameViews.RenameView;
import wexa.server.people.RenameViews.RenamedAccount;
import wexa.server.problems.Messages;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Somebody changes their name: handle, address and user names in one draft. Nothing is kept. */
@UseCases
public class RenameService {
    private final SnapshotStore snapshots;
    private final PersonRows rows;
    private final DirectoryStandings directories;
    private final BusinessClock clock;

    RenameService(SnapshotStore snapshots, PersonRows rows, DirectoryStandings directories, BusinessClock clock) {
        this.snapshots = snapshots;
        this.rows = rows;
        this.directories = directories;
        this.clock = clock;
    }

    @Requires(value = Act.LOOK, over = Over.SEEN_PERSON)
    public RenameView plan(Actor actor, UUID id, RenameInput input) {
        Model model = snapshots.current().model();
        Instant now = clock.now();
        Person before = model.people().find(Id.<Person>of(id)).orElseThrow(() -> Problem.notFound("person", id));
        Person after = renamed(before, input);
        RenamePlan plan = RenamePlan.of(model, before, after, now);
        List<RenamePlan.Line> seen = plan.accounts().stream()
                .filter(line -> actor.sight().covers(line.account().tenant()))
                .toList();
        return new RenameView(
                rows.row(model, before, now),
                new NamesView(
                        before.givenName(),
                        before.familyName(),
                        before.handle().text(),
                        before.mail().map(Mail::text).orElse("")),
                plan.findings().stream().map(RenameService::problem).toList(),
                edit(before, after),
                seen.stream().map(line -> view(model, line)).toList(),
                directories.named(before).map(named -> view(named, after)).orElse(null),
                plan.accounts().size() - seen.size());
    }

    private static Person renamed(Person before, RenameInput input) {
        return new Person(
                before.id(),
                handle(before, input.handle()),
                name("given", input.given(), before.givenName()),
                name("family", input.family(), before.familyName()),
                mail(before, input.mail()),
                before.phone(),
                before.home(),
                before.directoryEntry(),
                before.custom());
    }

    private static String name(String field, @Nullable String typed, String known) {
        if (typed == null) {
            return known;
        }
        if (typed.isBlank()) {
            throw Problem.badField(field, "required", "A person needs a given name and a family name.");
        }
        return typed.strip();
    }

    private static Handle handle(Person before, @Nullable String typed) {
        if (typed == null) {
            return before.handle();
        }
        String text = typed.strip().toLowerCase(Locale.ROOT);
        if (!Handle.accepts(text)) {
            throw Problem.badField(
                    "handle",
                    "handle",
                    "A handle has 2 to 64 lower-case letters, digits, dots and hyphens, such as ines.abara.");
        }
        return Handle.of(text);
    }

    private static Optional<Mail> mail(Person before, @Nullable String typed) {
        if (typed == null) {
            return before.mail();
        }
        String text = typed.strip();
        if (text.isEmpty()) {
            return Optional.empty();
        }
        if (!Mail.accepts(text)) {
            throw Problem.badField("mail", "mail", "Enter an e-mail address such as ines.abara@skerrow.example.");
        }
        return Optional.of(Mail.of(text));
    }

    private static NameProblem problem(Finding finding) {
        String free = finding.facts().getOrDefault("free", "");
        return new NameProblem(finding.path(), Messages.text(finding), free.isEmpty() ? null : free);
    }

    /** Only what becomes another: what somebody else changes meanwhile stays. */
    private static @Nullable PlannedView edit(Person before, Person after) {
        Map<String, String> fields = new TreeMap<>();
        put(fields, "given", before.givenName(), after.givenName());
        put(fields, "family", before.familyName(), after.familyName());
        put(fields, "handle", before.handle().text(), after.handle().text());
        put(
                fields,
                "mail",
                before.mail().map(Mail::text).orElse(""),
                after.mail().map(Mail::text).orElse(""));
        if (fields.isEmpty()) {
            return null;
        }
        fields.put("person", before.id().toString());
        return new PlannedView("person.edit", fields);
    }

    private static void put(Map<String, String> fields, String field, String before, String after) {
        if (!before.equals(after)) {
            fields.put(field, after);
        }
    }

    private static RenamedAccount view(Model model, RenamePlan.Line line) {
        Tenant tenant = model.tenants().get(line.account().tenant());
        String id = line.account().id().toString();
        return new RenamedAccount(
                line.account().id().value(),
                model.title(tenant),
                tenant.colour(),
                line.fate(),
                line.account().userName(),
                line.then(),
                line.taken().orElse(null),
                line.canChange() ? new PlannedView("account.edit", Map.of("account", id, "as", line.then())) : null);
    }

    private static DirectoryNames view(DirectoryStandings.Named named, Person after) {
        String mail = named.mail().orElse(null);
        boolean agrees = named.given().equals(after.givenName())
                && named.family().equals(after.familyName())
                && (mail == null
                        || after.mail()
                                .map(Mail::text)
                                .filter(mail::equalsIgnoreCase)
                                .isPresent());
        return new DirectoryNames(
                named.directory(),
                (named.given() + " " + named.family()).strip(),
                mail,
                agrees,
                named.readAt().orElse(null));
    }
}
