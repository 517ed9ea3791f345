package wexa.server.people;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import wexa.connect.Outcome;
import wexa.connect.authzen.Evaluations;
import wexa.core.access.Access;
import wexa.core.consistency.ObjectKey;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Account;
import wexa.core.model.Capability;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.core.role.PermissionNames;
import wexa.core.role.Sensitivities;
import wexa.core.value.Id;
import wexa.core.value.Permission;
import wexa.server.jobs.Sendings;
import wexa.server.readings.Proofs;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/**
 * Asks tenants whether somebody who is out can still do what they could do a moment before: the most sensitive first, and no more
 * than a few.
 */
@Component
class RemovalQuestions {
    private static final Logger LOG = LoggerFactory.getLogger(RemovalQuestions.class);
    private static final int MOST = 20;
    private static final Duration OF_LATE = Duration.ofDays(7);
    private static final int MOST_NAMED = 3;

    private final SnapshotStore snapshots;
    private final Proofs proofs;
    private final Sendings sendings;
    private final BusinessClock clock;

    /** Accounts that need no more questions, with the instant since which their people are out. */
    private final Map<Id<Account>, Instant> settled = new ConcurrentHashMap<>();

    RemovalQuestions(SnapshotStore snapshots, Proofs proofs, Sendings sendings, BusinessClock clock) {
        this.snapshots = snapshots;
        this.proofs = proofs;
        this.sendings = sendings;
        this.clock = clock;
    }

    /**
     * What was asked, and what came of it.
     *
     * @param of how many things they could do there
     * @param asked about how many of these the tenant answered since they are out
     * @param allowed what it still allows, in words
     */
    record Asked(int of, int asked, List<String> allowed) {
        String text() {
            if (!allowed.isEmpty()) {
                List<String> named = allowed.subList(0, Math.min(MOST_NAMED, allowed.size()));
                return "the tenant still allows " + allowed.size() + " of " + asked + " things that were asked about: "
                        + String.join(", ", named) + (allowed.size() > named.size() ? ", …" : "");
            }
            return asked == 0
                    ? "not asked yet whether they can still do anything"
                    : "asked about " + asked + " of " + of + " things they could do there: all denied";
        }
    }

    /** One thing that they could do, at one area. */
    private record Could(Evaluations.Question question, Permission permission) {}

    /** Nothing where the tenant answers no such questions, or the person is not out or could do nothing there. */
    Optional<Asked> about(Snapshot snapshot, Person person, Account account) {
        Instant now = clock.now();
        Optional<Instant> out = PersonStatus.outSince(snapshot.model(), person.id(), now);
        List<Could> could = out.map(since -> could(snapshot, account, since)).orElse(List.of());
        if (could.isEmpty()) {
            return Optional.empty();
        }
        Map<String, Proofs.Proof> known = proofs.about(List.of(account.id())).getOrDefault(account.id(), Map.of());
        int asked = 0;
        List<String> allowed = new ArrayList<>();
        for (Could one : could.subList(0, Math.min(MOST, could.size()))) {
            Proofs.Proof proof =
                    known.get(Proofs.question(one.permission(), one.question().area()));
            if (proof != null && !proof.askedAt().isBefore(out.get())) {
                asked++;
                if (proof.permitted()) {
                    allowed.add(PermissionNames.of(one.permission(), snapshot.model())
                            .toString());
                }
            }
        }
        return Optional.of(new Asked(could.size(), asked, allowed));
    }

    /** What they could do there a second before they were out, the most sensitive first. */
    private static List<Could> could(Snapshot snapshot, Account account, Instant out) {
        Model model = snapshot.model();
        if (!model.tenants().get(account.tenant()).can(Capability.EVALUATION)) {
            return List.of();
        }
        List<Could> could = new ArrayList<>();
        for (Access.Reach reach : snapshot.index()
                .of(account.person().orElseThrow(), out.minusSeconds(1))
                .reaches()) {
            if (reach.tenant().equals(account.tenant())) {
                Optional<String> area = reach.area()
                        .map(id -> model.table(Kind.AREA).get(id).key().text());
                reach.permissions()
                        .forEach(permission ->
                                could.add(new Could(new Evaluations.Question(permission, area), permission)));
            }
        }
        Sensitivities sensitivities = new Sensitivities(model);
        could.sort(Comparator.comparing((Could one) -> sensitivities.of(one.permission()))
                .reversed()
                .thenComparing(one -> one.permission().toString())
                .thenComparing(one -> one.question().area().orElse("")));
        return could;
    }

    /** Asks now. Whatever the tenant says to it is kept. */
    Outcome<Proofs.Tally> ask(Snapshot snapshot, Person person, Account account) {
        List<Evaluations.Question> questions = PersonStatus.outSince(snapshot.model(), person.id(), clock.now())
                .map(out -> could(snapshot, account, out))
                .orElse(List.of())
                .stream()
                .limit(MOST)
                .map(Could::question)
                .toList();
        return proofs.ask(account, questions, Set.of());
    }

    /** Asks about all accounts that were closed of late and were not asked about since. A tenant that is silent is let be until the next time. */
    void follow() {
        Snapshot snapshot = snapshots.current();
        Set<Id<Tenant>> silent = new HashSet<>();
        List<ObjectKey> closed = sendings.closedSince(clock.now().minus(OF_LATE));
        settled.keySet()
                .retainAll(closed.stream().map(key -> Id.<Account>of(key.id())).collect(Collectors.toSet()));
        for (ObjectKey key : closed) {
            snapshot.model()
                    .table(Kind.ACCOUNT)
                    .find(Id.<Account>of(key.id()))
                    .filter(account -> !silent.contains(account.tenant()))
                    .ifPresent(account -> account.person()
                            .flatMap(snapshot.model().people()::find)
                            .filter(person -> !isSettled(snapshot, person, account))
                            .filter(person -> !isAnswered(snapshot, person, account))
                            .ifPresent(person -> silent.add(account.tenant())));
        }
    }

    /** Whoever was asked about once since they are out is not looked at again each time. */
    private boolean isSettled(Snapshot snapshot, Person person, Account account) {
        Optional<Instant> out = PersonStatus.outSince(snapshot.model(), person.id(), clock.now());
        if (out.isEmpty() || out.get().equals(settled.get(account.id()))) {
            return true;
        }
        boolean isSettled =
                about(snapshot, person, account).filter(one -> one.asked() == 0).isEmpty();
        if (isSettled) {
            settled.put(account.id(), out.get());
        }
        return isSettled;
    }

    private boolean isAnswered(Snapshot snapshot, Person person, Account account) {
        try {
            return ask(snapshot, person, account) instanceof Outcome.Done;
        } catch (RuntimeException broken) {
            LOG.error("tenant {} could not be asked about account {}", account.tenant(), account.id(), broken);
            return false;
        }
    }
}
