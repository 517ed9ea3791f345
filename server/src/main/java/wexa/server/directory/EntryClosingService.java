package wexa.server.directory;

import java.util.Set;
import java.util.UUID;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;
import wexa.server.log.Notes;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Disabling the directory entry of somebody who is out, by Wexa or by hand. */
@UseCases
class EntryClosingService {
    private final SnapshotStore snapshots;
    private final DirectorySources sources;
    private final DirectoryClosing closing;
    private final Notes notes;
    private final TransactionTemplate transactions;
    private final BusinessClock clock;

    EntryClosingService(
            SnapshotStore snapshots,
            DirectorySources sources,
            DirectoryClosing closing,
            Notes notes,
            TransactionTemplate transactions,
            BusinessClock clock) {
        this.snapshots = snapshots;
        this.sources = sources;
        this.closing = closing;
        this.notes = notes;
        this.transactions = transactions;
        this.clock = clock;
    }

    /** Has the directory disable the entry, also one that was refused before or that somebody enabled again. */
    @Requires(value = Act.APPLY, over = Over.SEEN_PERSON)
    void disable(Actor actor, UUID id) {
        Person person = out(actor, id);
        DirectorySettings.Source source = source(person);
        if (source.isPaused()
                || source.disabling()
                        .filter(DirectorySettings.Disabling::writes)
                        .isEmpty()) {
            throw new Problem(
                    409,
                    "directory.does-not-write",
                    "Wexa does not write to the " + source.name()
                            + ". Disable the entry there, and confirm it here; or enter a login that may write in the"
                            + " directory's connection.");
        }
        closing.ask(person, source, actor.login());
    }

    /** Takes somebody's word that the entry is disabled, until a reading says otherwise. */
    @Requires(value = Act.APPLY, over = Over.SEEN_PERSON)
    void confirm(Actor actor, UUID id) {
        Person person = out(actor, id);
        DirectorySettings.Source source = source(person);
        transactions.executeWithoutResult(status -> {
            closing.confirmByHand(person, source, person.directoryEntry().orElseThrow(), actor.login());
            notes.write(
                    actor.login(),
                    "confirm that the entry of " + person.handle() + " in directory " + source.key() + " is disabled",
                    Set.of(id));
        });
    }

    private Person out(Actor actor, UUID id) {
        Model model = snapshots.current().model();
        Person person = model.people().find(Id.<Person>of(id)).orElseThrow(() -> Problem.notFound("person", id));
        actor.requireReach(person, model, clock.now());
        if (PersonStatus.outSince(model, person.id(), clock.now()).isEmpty()) {
            throw new Problem(
                    409,
                    "directory.not-out",
                    person.name() + " has not left and is not stopped. Offboard or suspend them first.");
        }
        return person;
    }

    private DirectorySettings.Source source(Person person) {
        return sources.of(person)
                .orElseThrow(() -> new Problem(
                        409, "directory.no-entry", person.name() + " is linked to no entry of a directory."));
    }
}
