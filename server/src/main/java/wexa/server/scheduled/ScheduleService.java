package wexa.server.scheduled;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.core.finding.Finding;
import wexa.core.preview.Preview;
import wexa.server.apply.ApplyService;
import wexa.server.drafts.Draft;
import wexa.server.drafts.DraftStore;
import wexa.server.drafts.Previews;
import wexa.server.log.Notes;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.Changeset;
import wexa.server.wiring.BusinessClock;

/** Says that a draft is to be applied at a set instant, and takes that back. */
@UseCases
public class ScheduleService {
    private static final Duration FURTHEST = Duration.ofDays(366);

    private final Schedules schedules;
    private final ApplyService apply;
    private final DraftStore drafts;
    private final Previews previews;
    private final Notes notes;
    private final BusinessClock clock;
    private final TransactionTemplate transactions;

    ScheduleService(
            Schedules schedules,
            ApplyService apply,
            DraftStore drafts,
            Previews previews,
            Notes notes,
            BusinessClock clock,
            TransactionTemplate transactions) {
        this.schedules = schedules;
        this.apply = apply;
        this.drafts = drafts;
        this.previews = previews;
        this.notes = notes;
        this.clock = clock;
        this.transactions = transactions;
    }

    /** What was reviewed, and when it is to be applied. */
    public record Wish(UUID requestId, long draftVersion, String digest, Instant due) {}

    /** A draft that waits for its instant, or was not applied at it. */
    public record Told(Scheduled scheduled, boolean isLapsed) {}

    /** One that was not applied, with its name. */
    public record Missed(Scheduled scheduled, String name) {}

    /** Whoever may apply the draft now may say that it is applied later. */
    @Requires(value = Act.APPLY, over = Over.EFFECTS)
    public void schedule(Actor actor, UUID id, Wish wish) {
        Instant now = clock.now();
        if (!wish.due().isAfter(now)) {
            throw Problem.badField(
                    "due", "schedule.past", "That is over. Choose a later day or time, or apply it now.");
        }
        if (wish.due().isAfter(now.plus(FURTHEST))) {
            throw Problem.badField(
                    "due", "schedule.too-far", "A draft can wait a year at most. Choose an earlier day.");
        }
        apply.verify(
                actor,
                new ApplyService.Request(
                        wish.requestId(), id, wish.draftVersion(), wish.digest(), Changeset.Origin.DRAFT));
        Draft draft = drafts.get(id);
        Scheduled scheduled = new Scheduled(
                id,
                draft.version(),
                wish.due(),
                actor.login(),
                wish.requestId(),
                outline(previews.of(draft)),
                Optional.empty());
        transactions.executeWithoutResult(status -> {
            notes.write(actor.login(), "schedule draft “" + draft.name() + "” for " + wish.due());
            schedules.put(scheduled);
        });
    }

    /** It is applied when somebody does so. */
    @Requires(value = Act.PREPARE, over = Over.DRAFT)
    public void cancel(Actor actor, UUID id) {
        Draft draft = drafts.get(id);
        if (schedules.of(id).isPresent()) {
            transactions.executeWithoutResult(status -> {
                notes.write(actor.login(), "no longer schedule draft “" + draft.name() + "”");
                schedules.remove(id);
            });
        }
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public Optional<Told> of(Actor actor, UUID id) {
        long version = drafts.get(id).version();
        return schedules.of(id).map(one -> new Told(one, one.draftVersion() != version));
    }

    /** Drafts of whoever looks, or that they scheduled, that were not applied when they were due. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<Missed> missed(Actor actor) {
        return schedules.failed().stream()
                .filter(one -> drafts.liveLine(one.draft()).isPresent())
                .filter(one -> one.login().equals(actor.login())
                        || drafts.authors(one.draft()).contains(actor.login()))
                .map(one -> new Missed(one, drafts.get(one.draft()).name()))
                .toList();
    }

    /**
     * What must be as it was for a draft to be applied unseen: what its entries say, whether they are ready, and what was found about
     * them. Whom it concerns may have changed meanwhile: people come and go.
     */
    static String outline(Preview preview) {
        StringBuilder text = new StringBuilder();
        for (Preview.Outcome outcome : preview.outcomes()) {
            text.append(outcome.entry().id())
                    .append(' ')
                    .append(outcome.state())
                    .append(' ');
            text.append(outcome.sentence().orElse(""));
            outcome.findings().stream()
                    .map(Finding::code)
                    .map(code -> code.text())
                    .sorted()
                    .forEach(code -> text.append(' ').append(code));
            text.append('\n');
        }
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            return HexFormat.of().formatHex(digest.digest(text.toString().getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException impossible) {
            throw new IllegalStateException("every Java platform has SHA-256", impossible);
        }
    }
}
