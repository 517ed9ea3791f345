package wexa.server.secrets;

import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.governance.Reached;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.log.Notes;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.secrets.SecretViews.KnowerView;
import wexa.server.secrets.SecretViews.SharedSecretView;
import wexa.server.secrets.SharedSecrets.Shared;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/** Keeping track of who knows which shared secret, and that it is changed when one of them leaves. */
@UseCases
public class SecretService {
    private final SharedSecrets secrets;
    private final SharedSecrets.Rows rows;
    private final SnapshotStore snapshots;
    private final Notes notes;
    private final BusinessClock clock;
    private final Ids ids;

    SecretService(
            SharedSecrets secrets,
            SharedSecrets.Rows rows,
            SnapshotStore snapshots,
            Notes notes,
            BusinessClock clock,
            Ids ids) {
        this.secrets = secrets;
        this.rows = rows;
        this.snapshots = snapshots;
        this.notes = notes;
        this.clock = clock;
        this.ids = ids;
    }

    @Requires(value = Act.LOOK, over = Over.SIGHT)
    List<SharedSecretView> all(Actor actor) {
        Model model = snapshots.current().model();
        Instant now = clock.now();
        return secrets.all(model, now).stream()
                .filter(one -> sees(actor, one, model, now))
                .map(one -> view(actor, one, model, now))
                .toList();
    }

    /** Those that somebody knows, as far as the asker sees them. */
    @Requires(value = Act.LOOK, over = Over.SEEN_PERSON)
    public List<SharedSecretView> knownTo(Actor actor, UUID person) {
        Model model = snapshots.current().model();
        Instant now = clock.now();
        return secrets.knownTo(Id.of(person), model, now).stream()
                .filter(one -> one.tenant()
                        .filter(tenant -> !actor.sight().covers(tenant))
                        .isEmpty())
                .map(one -> view(actor, one, model, now))
                .toList();
    }

    /** How many that somebody knows have to be changed, in tenants that the asker does not see. */
    @Requires(value = Act.LOOK, over = Over.SEEN_PERSON)
    public int hidden(Actor actor, UUID person) {
        return (int) secrets.knownTo(Id.of(person), snapshots.current().model(), clock.now()).stream()
                .filter(Shared::hasToBeChanged)
                .filter(one -> one.tenant()
                        .filter(tenant -> !actor.sight().covers(tenant))
                        .isPresent())
                .count();
    }

    /** One in a tenant goes by the tenant; any other by the owner. */
    private static boolean sees(Actor actor, Shared one, Model model, Instant now) {
        return one.tenant()
                .map(tenant -> actor.sight().covers(tenant))
                .orElseGet(() -> Reached.isSeen(actor.sight(), model, one.owner(), now));
    }

    private static SharedSecretView view(Actor actor, Shared one, Model model, Instant now) {
        Optional<Tenant> tenant = one.tenant().flatMap(model.tenants()::find);
        List<KnowerView> known = one.knowers().stream()
                .filter(person -> Reached.isSeen(actor.sight(), model, person, now))
                .map(person -> knower(model, person, one.out().contains(person)))
                .toList();
        return new SharedSecretView(
                one.id(),
                one.name(),
                tenant.map(model::title).orElse(one.place()),
                one.place(),
                tenant.map(found -> found.id().value()).orElse(null),
                tenant.map(Tenant::colour).orElse(null),
                Reached.isSeen(actor.sight(), model, one.owner(), now)
                        ? knower(model, one.owner(), one.out().contains(one.owner()))
                        : new KnowerView(one.owner().value(), "somebody outside your scope", false),
                one.changedAt(),
                known,
                one.knowers().size() - known.size(),
                one.hasToBeChanged());
    }

    private static KnowerView knower(Model model, Id<Person> id, boolean isOut) {
        return new KnowerView(
                id.value(), model.people().find(id).map(Person::name).orElse("somebody who was removed"), isOut);
    }

    /** Keeps track of one more. It counts as changed now. */
    @Requires(value = Act.APPLY, over = Over.NOTHING)
    @Transactional
    void add(Actor actor, SecretViews.SecretInput input) {
        SecretRow row = new SecretRow(ids.next());
        row.changedAt = clock.now().truncatedTo(ChronoUnit.SECONDS);
        put(actor, row, input);
        notes.write(actor.login(), "keep track of shared secret “" + row.name + "”", about(row));
    }

    @Requires(value = Act.APPLY, over = Over.NOTHING)
    @Transactional
    void change(Actor actor, UUID id, SecretViews.SecretInput input) {
        SecretRow row = reached(actor, id);
        put(actor, row, input);
        notes.write(actor.login(), "change who knows shared secret “" + row.name + "”", about(row));
    }

    /** Whoever is out does not know the new one. */
    @Requires(value = Act.APPLY, over = Over.NOTHING)
    @Transactional
    void changed(Actor actor, UUID id) {
        SecretRow row = reached(actor, id);
        Model model = snapshots.current().model();
        Instant now = clock.now();
        Set<UUID> about = about(row);
        row.changedAt = now.truncatedTo(ChronoUnit.SECONDS);
        row.knowers.removeIf(
                person -> model.people().find(Id.<Person>of(person)).isEmpty()
                        || PersonStatus.of(model, Id.of(person), now) == PersonStatus.LEFT
                        || PersonStatus.of(model, Id.of(person), now) == PersonStatus.SUSPENDED);
        notes.write(actor.login(), "confirm that shared secret “" + row.name + "” was changed", about);
    }

    @Requires(value = Act.APPLY, over = Over.NOTHING)
    @Transactional
    void forget(Actor actor, UUID id) {
        SecretRow row = reached(actor, id);
        notes.write(actor.login(), "stop keeping track of shared secret “" + row.name + "”", about(row));
        rows.delete(row);
    }

    private SecretRow reached(Actor actor, UUID id) {
        SecretRow row = rows.findById(id)
                .orElseThrow(() -> new Problem(
                        404, "secret.unknown", "This secret is no longer on the list. Load the list again."));
        requireReach(actor, row);
        return row;
    }

    private void requireReach(Actor actor, SecretRow row) {
        Model model = snapshots.current().model();
        if (row.tenantId != null) {
            model.tenants().find(Id.<Tenant>of(row.tenantId)).ifPresent(tenant -> actor.requireReach(tenant, model));
        } else {
            model.people()
                    .find(Id.<Person>of(row.owner))
                    .ifPresent(owner -> actor.requireReach(owner, model, clock.now()));
        }
    }

    private void put(Actor actor, SecretRow row, SecretViews.SecretInput input) {
        Model model = snapshots.current().model();
        Instant now = clock.now();
        String place = input.place() == null ? "" : input.place().strip();
        if (input.tenant() == null && place.isEmpty()) {
            throw Problem.badField(
                    "place", "secret.place", "Enter where it is used: choose a tenant, or enter a place.");
        }
        if (input.tenant() != null
                && model.tenants().find(Id.<Tenant>of(input.tenant())).isEmpty()) {
            throw Problem.badField("tenant", "secret.tenant", "There is no such tenant any more. Choose another.");
        }
        Set<UUID> known = new HashSet<>(input.known());
        for (UUID person : known) {
            // somebody who is out stays in the list until the secret is changed
            if (!row.knowers.contains(person)) {
                requireHere(actor, person, "known", model, now);
            }
        }
        // those whom the asker does not see are not dropped by an edit that cannot show them
        row.knowers.stream()
                .filter(person -> !Reached.isSeen(actor.sight(), model, Id.of(person), now))
                .forEach(known::add);
        for (UUID person : row.knowers) {
            if (!known.contains(person) && SharedSecrets.isOut(Id.of(person), row.changedAt, model, now)) {
                throw Problem.badField(
                        "known",
                        "secret.still-known",
                        knower(model, Id.of(person), true).name()
                                + " is no longer here and still knows it. Mark it as changed; that takes them off the list.");
            }
        }
        if (!input.owner().equals(row.owner)) {
            requireHere(actor, input.owner(), "owner", model, now);
        }
        row.name = input.name().strip();
        row.place = place;
        row.tenantId = input.tenant();
        row.owner = input.owner();
        row.knowers.clear();
        row.knowers.addAll(known);
        requireReach(actor, row);
        rows.save(row);
    }

    private static void requireHere(Actor actor, UUID id, String field, Model model, Instant now) {
        Person person = model.people()
                .find(Id.<Person>of(id))
                .orElseThrow(() -> Problem.badField(
                        field, "secret.nobody", "There is no such person any more. Choose somebody else."));
        actor.requireSight(person.id(), model, now);
        if (PersonStatus.of(model, person.id(), now) == PersonStatus.LEFT) {
            throw Problem.badField(field, "secret.left", person.name() + " has left. Choose somebody else.");
        }
    }

    private static Set<UUID> about(SecretRow row) {
        List<UUID> about = new ArrayList<>(row.knowers);
        if (row.tenantId != null) {
            about.add(row.tenantId);
        }
        return Set.copyOf(about);
    }
}
