package wexa.server.drafts;

import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.server.log.Notes;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Administrators;
import wexa.server.rights.Guard;
import wexa.server.rights.Over;

/**
 * A draft is changed and discarded by its owner, and by whoever may govern; what a program or the clock began, or somebody
 * who works here no more, is anybody's to take up. The log says when it was not the owner.
 */
@Component
class OthersDrafts implements Guard {
    private final DraftStore.Rows rows;
    private final Administrators administrators;
    private final Notes notes;

    OthersDrafts(DraftStore.Rows rows, Administrators administrators, Notes notes) {
        this.rows = rows;
        this.administrators = administrators;
        this.notes = notes;
    }

    @Override
    public Over over() {
        return Over.DRAFT;
    }

    @Override
    public void require(Actor actor, Object thing) {
        rows.findById((UUID) thing)
                .filter(row -> !row.owner.equals(actor.login()))
                .filter(row -> !actor.may(Act.GOVERN))
                .flatMap(row -> administrators.named(row.owner))
                .filter(owner -> owner.endedAt().isEmpty())
                .ifPresent(owner -> {
                    throw new Problem(
                            403,
                            "draft.of-another",
                            "This draft belongs to " + owner.name() + ". Ask them to change it, or start your own.");
                });
    }

    /** Notes that somebody else than the owner changes a draft: once, until another one does. */
    @Transactional
    public void edited(UUID id, String login) {
        rows.lock(id)
                .filter(row -> !row.owner.equals(login) && !row.editedBy.equals(login))
                .ifPresent(row -> {
                    row.editedBy = login;
                    row.editors.add(login);
                    notes.write(login, "change draft “" + row.name + "” of " + row.owner, Set.of());
                });
    }

    @Transactional
    public void discarded(UUID id, String login) {
        rows.findById(id)
                .filter(row -> !row.owner.equals(login))
                .ifPresent(row -> notes.write(login, "discard draft “" + row.name + "” of " + row.owner, Set.of()));
    }
}
