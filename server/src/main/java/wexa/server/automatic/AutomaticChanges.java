package wexa.server.automatic;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import wexa.core.consistency.Reviewed;
import wexa.core.governance.ApprovalPolicy;
import wexa.core.governance.AutomaticChangePolicy;
import wexa.core.governance.AutomaticChangePolicy.Reason;
import wexa.core.intake.Entry;
import wexa.core.model.Person;
import wexa.core.preview.Preview;
import wexa.core.value.Id;
import wexa.server.apply.ApplyService;
import wexa.server.approval.ApprovalPolicies;
import wexa.server.drafts.Draft;
import wexa.server.drafts.DraftStore;
import wexa.server.drafts.Previews;
import wexa.server.problems.Problem;
import wexa.server.rights.Actor;
import wexa.server.rights.Administrators;
import wexa.server.snapshot.Changeset;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/**
 * The one way in for changes that nobody drafted (rule 17): previewed like a draft, then applied or held as one under the
 * policy of where they come from.
 */
@Component
public class AutomaticChanges {
    private static final int TRIES = 3;

    private final Policies policies;
    private final ApprovalPolicies secondPersons;
    private final HeldChanges held;
    private final DraftStore drafts;
    private final Previews previews;
    private final ApplyService apply;
    private final Administrators administrators;
    private final BusinessClock clock;
    private final Ids ids;

    AutomaticChanges(
            Policies policies,
            ApprovalPolicies secondPersons,
            HeldChanges held,
            DraftStore drafts,
            Previews previews,
            ApplyService apply,
            Administrators administrators,
            BusinessClock clock,
            Ids ids) {
        this.policies = policies;
        this.secondPersons = secondPersons;
        this.held = held;
        this.drafts = drafts;
        this.previews = previews;
        this.apply = apply;
        this.administrators = administrators;
        this.clock = clock;
        this.ids = ids;
    }

    /**
     * Changes that came by themselves.
     *
     * @param by the program that brought them, which may apply what the policy lets pass
     * @param heldIn the draft in which what came before on the same matter is still held
     */
    public record Offer(
            Changeset.Origin origin,
            Actor by,
            String name,
            List<Entry> entries,
            boolean isComplete,
            boolean isLikeSomebody,
            Optional<UUID> heldIn) {}

    /** What became of an offer. */
    public sealed interface Became {
        /** Everything is so already. */
        record Nothing() implements Became {}

        /** The changes were applied. */
        record Passed(long changeset) implements Became {}

        /** The changes stand in a draft and wait for a person. */
        record Held(UUID draft) implements Became {}
    }

    public Became offer(Offer offer) {
        Optional<Draft> before =
                offer.heldIn().map(drafts::get).filter(draft -> draft.state().isLive());
        Preview preview = previews.of(offer.entries());
        boolean isNothing = preview.effects().isEmpty()
                && preview.outcomes().stream()
                        .allMatch(outcome -> outcome.state().isDone());
        if (isNothing) {
            before.ifPresent(draft -> drafts.move(draft.id(), draft.version(), Draft.State.DISCARDED));
            return new Became.Nothing();
        }
        Policies.Owned owned = policies.of(offer.origin());
        List<Reason> reasons = new ArrayList<>(owned.policy().judge(preview, source(offer, preview)));
        // nobody would have approved it
        if (secondPersons.current().judge(preview).stream()
                .anyMatch(reason -> reason.cause() == ApprovalPolicy.Cause.PRIVILEGED)) {
            reasons.add(new Reason(AutomaticChangePolicy.Cause.PRIVILEGED, 0, 0));
            reasons.sort(Comparator.comparing(Reason::cause));
        }
        Draft draft = before.map(draftBefore -> replaced(draftBefore, offer))
                .orElseGet(() -> made(offer, owned.owner().orElse(offer.by().login()), preview));
        if (reasons.isEmpty()) {
            return applied(offer, draft);
        }
        held.hold(draft.id(), offer.origin(), offer.by().name(), reasons, clock.now());
        return new Became.Held(draft.id());
    }

    private AutomaticChangePolicy.Source source(Offer offer, Preview preview) {
        Set<Id<Person>> people = administrators.all().stream()
                .filter(known -> known.endedAt().isEmpty())
                .flatMap(known -> known.person().stream())
                .map(Id::<Person>of)
                .filter(id -> preview.model().people().find(id).isPresent())
                .collect(Collectors.toSet());
        return new AutomaticChangePolicy.Source(offer.isComplete(), offer.isLikeSomebody(), people);
    }

    private Draft made(Offer offer, String owner, Preview preview) {
        return drafts.begin(offer.name(), owner, preview.snapshot().version(), fresh(offer.entries()));
    }

    /** Somebody may have the draft open and be typing: what came is put in on top of what they kept last. */
    private Draft replaced(Draft before, Offer offer) {
        Draft draft = before;
        for (int tries = 1; ; tries++) {
            List<UUID> old =
                    draft.entries().stream().map(entry -> entry.id().value()).toList();
            try {
                return drafts.edit(draft.id(), draft.version(), fresh(offer.entries()), old);
            } catch (Problem stale) {
                if (tries == TRIES || !stale.code().equals("draft.stale")) {
                    throw stale;
                }
                draft = drafts.get(draft.id());
            }
        }
    }

    /** Ids of entries are those of one draft; what comes again may come into another. */
    private List<Entry> fresh(List<Entry> entries) {
        return entries.stream()
                .map(entry -> new Entry(new Entry.Id(ids.next()), entry.form(), entry.fields(), entry.seen()))
                .toList();
    }

    /** The model may move between preview and apply: then it is judged by the digest anew, a few times. */
    private Became applied(Offer offer, Draft draft) {
        for (int tries = 1; ; tries++) {
            try {
                return new Became.Passed(apply.apply(
                                offer.by(),
                                new ApplyService.Request(
                                        ids.next(),
                                        draft.id(),
                                        draft.version(),
                                        Reviewed.of(previews.of(draft)).digest(),
                                        offer.origin()))
                        .changeset());
            } catch (Problem moved) {
                if (tries == TRIES || !moved.code().equals("apply.preview-changed")) {
                    held.hold(
                            draft.id(),
                            offer.origin(),
                            offer.by().name(),
                            List.of(new Reason(AutomaticChangePolicy.Cause.TO_SETTLE, 1, 0)),
                            clock.now());
                    return new Became.Held(draft.id());
                }
            }
        }
    }
}
