package wexa.server.roles;

import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.data.repository.Repository;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.server.log.Notes;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.wiring.BusinessClock;

/** How roles that are started from others are called in this organisation. It proposes, and forbids nothing. */
@UseCases
public class NamingRuleService {
    private final Rows rows;
    private final Notes notes;
    private final BusinessClock clock;
    private final TransactionTemplate transactions;

    /** The row of the rule. */
    interface Rows extends Repository<NamingRuleRow, Integer> {
        Optional<NamingRuleRow> findById(int id);

        void save(NamingRuleRow row);
    }

    /**
     * The rule.
     *
     * @param isNumbered whether a name that is taken is proposed with the next number
     */
    public record NamingRuleView(
            String prefix,
            String suffix,
            boolean isNumbered,
            @Nullable String owner,
            @Nullable Instant changedAt) {}

    NamingRuleService(Rows rows, Notes notes, BusinessClock clock, TransactionTemplate transactions) {
        this.rows = rows;
        this.notes = notes;
        this.clock = clock;
        this.transactions = transactions;
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public NamingRuleView get(Actor actor) {
        return rows.findById(NamingRuleRow.ONLY)
                .map(row -> new NamingRuleView(row.prefix, row.suffix, row.isNumbered, row.owner, row.changedAt))
                .orElseGet(() -> new NamingRuleView("", "", true, null, null));
    }

    @Requires(value = Act.GOVERN, over = Over.EVERYTHING)
    public void set(Actor actor, String prefix, String suffix, boolean isNumbered) {
        transactions.executeWithoutResult(status -> {
            notes.write(
                    actor.login(),
                    "name roles that are started from others: before “" + prefix + "”, after “" + suffix
                            + "”, numbered " + (isNumbered ? "yes" : "no"));
            NamingRuleRow row = rows.findById(NamingRuleRow.ONLY).orElseGet(NamingRuleRow::new);
            row.id = NamingRuleRow.ONLY;
            row.prefix = prefix;
            row.suffix = suffix;
            row.isNumbered = isNumbered;
            row.owner = actor.login();
            row.changedAt = clock.now();
            rows.save(row);
        });
    }
}
