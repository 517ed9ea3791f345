package wexa.server.messages;

import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.lifecycle.Identity;
import wexa.core.model.Engagement;
import wexa.core.model.Invitation;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Unit;
import wexa.core.person.InvitationChange;
import wexa.server.direct.DirectChanges;
import wexa.server.problems.Problem;
import wexa.server.snapshot.Changeset;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/**
 * Somebody who was invited says that they are who they are said to be. That gives them nothing: it is what accounts that
 * wait in a draft wait for.
 */
@Component
class Acceptance {
    private static final String WRITER = "invitation";

    private final Activations activations;
    private final SnapshotStore snapshots;
    private final DirectChanges changes;
    private final BusinessClock clock;

    Acceptance(Activations activations, SnapshotStore snapshots, DirectChanges changes, BusinessClock clock) {
        this.activations = activations;
        this.snapshots = snapshots;
        this.changes = changes;
        this.clock = clock;
    }

    /** An invitation with whom it is for. */
    record Invited(
            Person person, Invitation invitation, Optional<String> job, Optional<String> unit, Instant expiresAt) {}

    Invited look(String token) {
        Activations.Open open = activations.find(token).orElseThrow(Acceptance::over);
        Model model = snapshots.current().model();
        Person person = model.people().find(open.person()).orElseThrow(Acceptance::over);
        Invitation invitation = Identity.invitation(person, model).orElseThrow(Acceptance::over);
        Optional<Engagement> engagement = Wording.engagement(model, person.id(), clock.now());
        return new Invited(
                person,
                invitation,
                engagement.map(Engagement::job),
                engagement.map(one -> model.table(Kind.UNIT).get(one.unit())).map(Unit::name),
                open.expiresAt());
    }

    /** Accepting twice is accepting once. */
    @Transactional
    Invited accept(String token) {
        // whoever takes the invitation back meanwhile comes before or after
        snapshots.lockHead();
        Invited before = look(token);
        if (!activations.end(token)) {
            throw over();
        }
        changes.carryOut(
                Changeset.Origin.INBOUND,
                WRITER,
                "Invitation of " + before.person().name(),
                new InvitationChange.Accept(before.invitation()));
        return new Invited(
                before.person(),
                before.invitation().isAccepted()
                        ? before.invitation()
                        : before.invitation().accepted(clock.now()),
                before.job(),
                before.unit(),
                before.expiresAt());
    }

    private static Problem over() {
        return new Problem(
                404,
                "invitation.over",
                "This invitation has done its work, was taken back, or its time is over. Ask whoever invited you for a"
                        + " new one.");
    }
}
