package wexa.server.desk;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.springframework.stereotype.Component;
import wexa.core.consistency.Difference;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.Activity;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Account;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.directory.DirectoryStandings;
import wexa.server.tenants.Differences;

/**
 * People who should not be able to sign in, and whose account is open in a tenant, or whose entry is enabled in a directory, as it was last read: it was not closed yet,
 * or somebody opened it again there. An exception of the difference hides nobody. Costs the differences of all tenants.
 */
@Component
class StillOpen {
    private final Differences differences;
    private final DirectoryStandings directories;

    StillOpen(Differences differences, DirectoryStandings directories) {
        this.differences = differences;
        this.directories = directories;
    }

    void add(Snapshot snapshot, Instant now, List<DeskView.Item> items) {
        Model model = snapshot.model();
        Map<Id<Person>, List<String>> open = new TreeMap<>();
        directories.stillEnabled(snapshot, now).forEach((person, directory) -> {
            // who has open accounts here is on the Desk as somebody to offboard, with all that is left of them
            if (model.table(Kind.ACCOUNT).by(Account.BY_PERSON, person).stream().noneMatch(Account::isOpen)) {
                open.computeIfAbsent(person, any -> new ArrayList<>()).add(directory);
            }
        });
        for (Tenant tenant : model.tenants().stream()
                .sorted(Comparator.comparingInt(Tenant::colour))
                .toList()) {
            for (Difference one : differences.all(snapshot, tenant)) {
                if (isOpenThereAlone(one)) {
                    model.table(Kind.ACCOUNT)
                            .find(Id.<Account>of(one.object().id()))
                            .flatMap(Account::person)
                            .ifPresent(person -> open.computeIfAbsent(person, any -> new ArrayList<>())
                                    .add(model.title(tenant)));
                }
            }
        }
        open.forEach((id, places) -> standing(model, id, now)
                .ifPresent(standing -> items.add(new DeskView.Item(
                        "STILL_OPEN",
                        model.people().get(id).name(),
                        standing + ", and can still sign in to " + String.join(", ", places),
                        "See where",
                        id.toString(),
                        PersonStatus.outSince(model, id, now)
                                .filter(instant -> !instant.equals(Instant.MIN))
                                .orElse(null),
                        null,
                        null))));
    }

    /** People who are back, and whom a directory still shuts out. */
    void addShutOut(Model model, List<DeskView.Item> items) {
        directories
                .notEnabled()
                .forEach(one -> model.people()
                        .find(one.person())
                        .ifPresent(person -> items.add(new DeskView.Item(
                                "SHUT_OUT",
                                person.name(),
                                "Is back, and the " + one.directory() + " refused to enable the entry: " + one.answer(),
                                "See it",
                                person.id().toString(),
                                one.at(),
                                null,
                                null))));
    }

    private static boolean isOpenThereAlone(Difference one) {
        return one.object().type() == ObjectKey.Type.ACCOUNT
                && one.observed().orElse(null) instanceof AccountState seen
                && seen.activity() == Activity.OPEN
                && one.desired()
                        .map(wanted -> wanted instanceof AccountState state && state.activity() == Activity.CLOSED)
                        .orElse(true);
    }

    /** Why they should not; empty for somebody who is here and whose account alone was closed. */
    private static Optional<String> standing(Model model, Id<Person> id, Instant now) {
        return switch (PersonStatus.of(model, id, now)) {
            case SUSPENDED -> Optional.of("Suspended");
            case PAUSED -> Optional.of("On leave");
            case LEFT -> Optional.of("Left");
            case HERE, EXPECTED, UNENGAGED -> Optional.empty();
        };
    }
}
