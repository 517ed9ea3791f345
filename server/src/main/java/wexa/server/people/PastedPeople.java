package wexa.server.people;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.UUID;
import wexa.core.governance.Reach;
import wexa.core.governance.Reached;
import wexa.core.lifecycle.MainEngagement;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Account;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Handle;
import wexa.core.value.Id;
import wexa.core.value.Mail;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Finds people by a list of staff numbers, e-mail addresses, handles or user names, as such lists come by e-mail. */
@UseCases
public class PastedPeople {
    private final SnapshotStore snapshots;
    private final BusinessClock clock;

    PastedPeople(SnapshotStore snapshots, BusinessClock clock) {
        this.snapshots = snapshots;
        this.clock = clock;
    }

    /** What came of one thing in the list. */
    public enum State {
        FOUND,
        AMBIGUOUS,
        NOT_FOUND,
        LEFT
    }

    public record PastedView(String text, State state, List<PastedPerson> people) {}

    public record PastedPerson(UUID id, String name, String job, String number) {}

    /** Each once, in the order of the list; people who are not seen are not found. Costs a look at each table for each text. */
    @Requires(value = Act.LOOK, over = Over.SIGHT)
    public List<PastedView> find(Actor actor, List<String> texts) {
        Model model = snapshots.current().model();
        Instant now = clock.now();
        List<PastedView> all = new ArrayList<>();
        for (String text : new LinkedHashSet<>(
                texts.stream().map(String::strip).filter(one -> !one.isEmpty()).toList())) {
            List<Person> people = named(text, model, actor.sight()).stream()
                    .map(model.people()::get)
                    .filter(person -> Reached.isSeen(actor.sight(), model, person.id(), now))
                    .toList();
            List<Person> here = people.stream()
                    .filter(person -> PersonStatus.of(model, person.id(), now) != PersonStatus.LEFT)
                    .toList();
            State state = people.isEmpty()
                    ? State.NOT_FOUND
                    : here.isEmpty() ? State.LEFT : here.size() == 1 ? State.FOUND : State.AMBIGUOUS;
            all.add(new PastedView(
                    text,
                    state,
                    (here.isEmpty() ? people : here)
                            .stream().map(person -> view(person, model, now)).toList()));
        }
        return all;
    }

    /** Whom a staff number, an address, a handle, or a user name in a tenant that is seen stands for. */
    static Set<Id<Person>> named(String text, Model model, Reach sight) {
        Set<Id<Person>> found = new LinkedHashSet<>();
        String lower = text.toLowerCase(Locale.ROOT);
        if (Handle.accepts(lower)) {
            model.people().by(Person.BY_HANDLE, Handle.of(lower)).forEach(person -> found.add(person.id()));
        }
        if (Mail.accepts(lower)) {
            model.people().by(Person.BY_MAIL, Mail.of(lower)).forEach(person -> found.add(person.id()));
        }
        model.table(Kind.ENGAGEMENT)
                .by(Engagement.BY_STAFF_NUMBER, text)
                .forEach(engagement -> found.add(engagement.person()));
        // a login in a tenant that is not seen finds nobody
        for (Tenant tenant :
                model.tenants().stream().filter(one -> sight.covers(one.id())).toList()) {
            model.table(Kind.ACCOUNT)
                    .by(Account.BY_USER_NAME, Account.uniqueName(tenant.id(), text))
                    .forEach(account -> account.person().ifPresent(found::add));
        }
        return found;
    }

    private static PastedPerson view(Person person, Model model, Instant at) {
        return MainEngagement.of(model, person.id(), at)
                .map(one -> new PastedPerson(
                        person.id().value(),
                        person.name(),
                        one.job(),
                        one.staffNumber().orElse("")))
                .orElseGet(() -> new PastedPerson(person.id().value(), person.name(), "", ""));
    }
}
