package wexa.server.readings;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.connect.Outcome;
import wexa.connect.authzen.Evaluations;
import wexa.core.access.Access;
import wexa.core.access.Usability;
import wexa.core.model.Account;
import wexa.core.model.Area;
import wexa.core.model.Kind;
import wexa.core.preview.Snapshot;
import wexa.core.value.Id;
import wexa.core.value.Permission;
import wexa.server.connections.Connections;
import wexa.server.wiring.BusinessClock;

/** Asks tenants what they would decide, and keeps the answers with their age. */
@Component
public class Proofs {
    /** So many questions go in one request. */
    private static final int BATCH = 400;

    private final Rows rows;
    private final Connections connections;
    private final BusinessClock clock;
    private final TransactionTemplate transactions;

    /** Rows of proofs. */
    interface Rows extends JpaRepository<ProofRow, ProofRow.Name> {
        List<ProofRow> findByNameAccountIdIn(List<UUID> accounts);
    }

    /** An answer with its age. */
    public record Proof(boolean permitted, String reason, Instant askedAt) {}

    /**
     * What was answered.
     *
     * @param blocked how many of the questions are about what cannot be used yet, for want of a seat or the like
     * @param missing how many answers were no although it should be possible
     */
    public record Tally(int asked, int permitted, int blocked, int missing) {
        static final Tally NOTHING = new Tally(0, 0, 0, 0);

        Tally and(Tally more) {
            return new Tally(
                    asked + more.asked, permitted + more.permitted, blocked + more.blocked, missing + more.missing);
        }
    }

    Proofs(Rows rows, Connections connections, BusinessClock clock, TransactionTemplate transactions) {
        this.rows = rows;
        this.connections = connections;
        this.clock = clock;
        this.transactions = transactions;
    }

    /** The name under which an answer is kept. */
    public static String question(Permission permission, Optional<String> area) {
        return permission + "@" + area.orElse("");
    }

    /** All answers about these accounts, by account and question. */
    public Map<Id<Account>, Map<String, Proof>> about(List<Id<Account>> accounts) {
        Map<Id<Account>, Map<String, Proof>> found = new HashMap<>();
        for (ProofRow row :
                rows.findByNameAccountIdIn(accounts.stream().map(Id::value).toList())) {
            found.computeIfAbsent(Id.of(row.name.accountId()), any -> new HashMap<>())
                    .put(row.name.question(), new Proof(row.permitted, row.reason, row.askedAt));
        }
        return found;
    }

    /** Asks about everything that the account's person should be able to do in the tenant. No transaction is held meanwhile. */
    public Outcome<Tally> askAll(Snapshot snapshot, Account account) {
        List<Evaluations.Question> questions = new ArrayList<>();
        account.person().ifPresent(person -> {
            for (Access.Reach reach : snapshot.index().of(person, clock.now()).reaches()) {
                if (reach.tenant().equals(account.tenant())) {
                    Optional<String> area = reach.area().map(id -> areaKey(snapshot, id));
                    reach.permissions()
                            .forEach(permission -> questions.add(new Evaluations.Question(permission, area)));
                }
            }
        });
        Set<Permission> usable = usable(snapshot, account, questions);
        Outcome<Tally> all = new Outcome.Done<>(Tally.NOTHING);
        for (int from = 0; from < questions.size() && all instanceof Outcome.Done<Tally> done; from += BATCH) {
            all = ask(account, questions.subList(from, Math.min(from + BATCH, questions.size())), usable)
                    .map(done.value()::and);
        }
        return all;
    }

    private Set<Permission> usable(Snapshot snapshot, Account account, List<Evaluations.Question> questions) {
        Set<Permission> usable = new HashSet<>();
        account.person().ifPresent(person -> {
            Usability can = Usability.of(snapshot.model(), person, account.tenant(), clock.now());
            for (Evaluations.Question question : questions) {
                if (can.blocks(question.permission()).isEmpty()) {
                    usable.add(question.permission());
                }
            }
        });
        return usable;
    }

    private static String areaKey(Snapshot snapshot, Id<Area> area) {
        return snapshot.model().table(Kind.AREA).get(area).key().text();
    }

    /** Asks single questions; whatever is not {@code usable} is expected to be refused. */
    public Outcome<Tally> ask(Account account, List<Evaluations.Question> questions, Set<Permission> usable) {
        Optional<Connections.Connection> connection = connections.of(account.tenant());
        if (questions.isEmpty() || connection.isEmpty()) {
            return new Outcome.Done<>(Tally.NOTHING);
        }
        Outcome<List<Evaluations.Answer>> outcome =
                connection.get().evaluations().ask(account.userName(), questions);
        return outcome.map(answers -> {
            keep(account, questions, answers);
            Tally tally = Tally.NOTHING;
            for (int place = 0; place < questions.size(); place++) {
                boolean isUsable = usable.contains(questions.get(place).permission());
                boolean isYes = answers.get(place).permitted();
                tally = tally.and(new Tally(1, isYes ? 1 : 0, isUsable ? 0 : 1, isUsable && !isYes ? 1 : 0));
            }
            return tally;
        });
    }

    private void keep(Account account, List<Evaluations.Question> questions, List<Evaluations.Answer> answers) {
        Instant at = clock.now();
        List<ProofRow> fresh = new ArrayList<>();
        for (int place = 0; place < questions.size(); place++) {
            Evaluations.Question question = questions.get(place);
            String name = question(question.permission(), question.area());
            String reason = answers.get(place).reason();
            fresh.add(new ProofRow(
                    new ProofRow.Name(account.id().value(), name),
                    answers.get(place).permitted(),
                    reason.substring(0, Math.min(400, reason.length())),
                    at));
        }
        transactions.executeWithoutResult(status -> rows.saveAll(fresh));
    }
}
