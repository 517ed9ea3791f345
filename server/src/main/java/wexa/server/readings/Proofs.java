package wexa.server.readings;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.connect.Outcome;
import wexa.connect.authzen.Evaluations;
import wexa.core.access.Access;
import wexa.core.model.Account;
import wexa.core.model.Area;
import wexa.core.model.Id;
import wexa.core.model.Kind;
import wexa.core.model.Permission;
import wexa.core.preview.Snapshot;
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

    /** How many answers there were, and how many of them were yes. */
    public record Tally(int asked, int permitted) {
        Tally and(Tally more) {
            return new Tally(asked + more.asked, permitted + more.permitted);
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
        Outcome<Tally> all = new Outcome.Done<>(new Tally(0, 0));
        for (int from = 0; from < questions.size() && all instanceof Outcome.Done<Tally> done; from += BATCH) {
            all = ask(account, questions.subList(from, Math.min(from + BATCH, questions.size())))
                    .map(done.value()::and);
        }
        return all;
    }

    private static String areaKey(Snapshot snapshot, Id<Area> area) {
        return snapshot.model().table(Kind.AREA).get(area).key().text();
    }

    public Outcome<Tally> ask(Account account, List<Evaluations.Question> questions) {
        Optional<Connections.Connection> connection = connections.of(account.tenant());
        if (questions.isEmpty() || connection.isEmpty()) {
            return new Outcome.Done<>(new Tally(0, 0));
        }
        Outcome<List<Evaluations.Answer>> outcome =
                connection.get().evaluations().ask(account.userName(), questions);
        return outcome.map(answers -> {
            keep(account, questions, answers);
            int yes =
                    (int) answers.stream().filter(Evaluations.Answer::permitted).count();
            return new Tally(answers.size(), yes);
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
