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
import wexa.core.lifecycle.MainEngagement;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Absence;
import wexa.core.model.Account;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.server.tenants.Differences;

/**
 * People who should not be able to sign in, and whose account is open in a tenant as it was last read: it was not closed yet,
 * or somebody opened it again there. An exception of the difference hides nobody. Costs the differences of all tenants.
 */
@Component
class StillOpen {
    private final Differences differences;

    StillOpen(Differences differences) {
        this.differences = differences;
    }

    void add(Snapshot snapshot, Instant now, List<DeskView.Item> items) {
        Model model = snapshot.model();
        Map<Id<Person>, List<Tenant>> open = new TreeMap<>();
        for (Tenant tenant : model.tenants().stream()
                .sorted(Comparator.comparingInt(Tenant::colour))
                .toList()) {
            for (Difference one : differences.all(snapshot, tenant)) {
                if (isOpenThereAlone(one)) {
                    model.table(Kind.ACCOUNT)
                            .find(Id.<Account>of(one.object().id()))
                            .flatMap(Account::person)
                            .ifPresent(person -> open.computeIfAbsent(person, any -> new ArrayList<>())
                                    .add(tenant));
                }
            }
        }
        open.forEach((id, tenants) -> standing(model, id, now)
                .ifPresent(standing -> items.add(new DeskView.Item(
                        "STILL_OPEN",
                        model.people().get(id).name(),
                        standing + ", and can still sign in to "
                                + String.join(
                                        ", ", tenants.stream().map(model::title).toList()),
                        "See where",
                        id.toString(),
                        since(model, id, now).orElse(null),
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

    private static Optional<Instant> since(Model model, Id<Person> id, Instant now) {
        return PersonStatus.stopping(model, id, now)
                .map(Absence::window)
                .map(window -> window.from())
                .or(() -> MainEngagement.of(model, id, now)
                        .map(one -> one.window().until())
                        .filter(until -> !until.isAfter(now)))
                .filter(instant -> !instant.equals(Instant.MIN));
    }
}
