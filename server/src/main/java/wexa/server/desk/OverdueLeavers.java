package wexa.server.desk;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import wexa.core.lifecycle.MainEngagement;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;

/** People who left and whose accounts are open still. Costs all accounts, once a minute or where the model is another. */
@Component
class OverdueLeavers {
    private static final Duration KEPT_FOR = Duration.ofMinutes(1);

    private volatile Found kept = new Found(-1, Instant.MIN, List.of());

    private record Found(long version, Instant at, List<Overdue> overdue) {}

    /** @param accounts how many of theirs are open */
    record Overdue(Person person, Instant left, int accounts) {}

    /** Those who left first come first. */
    List<Overdue> of(Snapshot snapshot, Instant now) {
        Found known = kept;
        if (known.version() != snapshot.version()
                || now.isBefore(known.at())
                || known.at().plus(KEPT_FOR).isBefore(now)) {
            known = new Found(snapshot.version(), now, find(snapshot.model(), now));
            kept = known;
        }
        return known.overdue();
    }

    private static List<Overdue> find(Model model, Instant now) {
        Map<Id<Person>, Integer> open = new LinkedHashMap<>();
        for (Account account : model.table(Kind.ACCOUNT).stream().toList()) {
            if (account.isOpen() && account.kind() == AccountKind.PERSON) {
                account.person().ifPresent(person -> open.merge(person, 1, Integer::sum));
            }
        }
        List<Overdue> overdue = new ArrayList<>();
        open.forEach((id, accounts) -> {
            if (PersonStatus.of(model, id, now) == PersonStatus.LEFT) {
                Instant left = MainEngagement.of(model, id, now)
                        .map(one -> one.window().until())
                        .orElse(now);
                overdue.add(new Overdue(model.people().get(id), left, accounts));
            }
        });
        overdue.sort(Comparator.comparing(Overdue::left)
                .thenComparing(one -> one.person().handle()));
        return overdue;
    }
}
