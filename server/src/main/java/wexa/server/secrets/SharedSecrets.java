package wexa.server.secrets;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;

/** The secrets that several people know. */
@Component
public class SharedSecrets {
    private final Rows rows;

    /** Rows of secrets. */
    interface Rows extends JpaRepository<SecretRow, UUID> {
        @Query("select secret from SecretRow secret where :person member of secret.knowers order by secret.name")
        List<SecretRow> knownTo(UUID person);
    }

    SharedSecrets(Rows rows) {
        this.rows = rows;
    }

    /**
     * A secret.
     *
     * @param out who knows it and is out since it was last changed
     */
    public record Shared(
            UUID id,
            String name,
            String place,
            Optional<Id<Tenant>> tenant,
            Id<Person> owner,
            Instant changedAt,
            List<Id<Person>> knowers,
            List<Id<Person>> out) {
        public boolean hasToBeChanged() {
            return !out.isEmpty();
        }
    }

    /** Keeps track of one more, which was changed last at an instant. */
    @Transactional
    public void keep(UUID id, String name, String place, Id<Person> owner, Set<Id<Person>> knowers, Instant changedAt) {
        SecretRow row = new SecretRow(id);
        row.name = name;
        row.place = place;
        row.owner = owner.value();
        row.changedAt = changedAt;
        knowers.forEach(person -> row.knowers.add(person.value()));
        rows.save(row);
    }

    /** Those that have to be changed first, then by name. */
    @Transactional(readOnly = true)
    public List<Shared> all(Model model, Instant now) {
        return rows.findAll().stream()
                .map(row -> shared(row, model, now))
                .sorted(Comparator.comparing((Shared one) -> !one.hasToBeChanged())
                        .thenComparing(Shared::name)
                        .thenComparing(Shared::id))
                .toList();
    }

    /** Those that somebody knows. */
    @Transactional(readOnly = true)
    public List<Shared> knownTo(Id<Person> person, Model model, Instant now) {
        return rows.knownTo(person.value()).stream()
                .map(row -> shared(row, model, now))
                .toList();
    }

    private static Shared shared(SecretRow row, Model model, Instant now) {
        List<Id<Person>> knowers = new ArrayList<>();
        List<Id<Person>> out = new ArrayList<>();
        row.knowers.stream().sorted().map(Id::<Person>of).forEach(knower -> {
            knowers.add(knower);
            if (isOut(knower, row.changedAt, model, now)) {
                out.add(knower);
            }
        });
        return new Shared(
                row.id,
                row.name,
                row.place,
                Optional.ofNullable(row.tenantId).map(Id::<Tenant>of),
                Id.of(row.owner),
                row.changedAt,
                knowers,
                out);
    }

    /** Whoever is on leave is still trusted with it. What was changed after they went, they do not know any more; times are in seconds. */
    static boolean isOut(Id<Person> knower, Instant changedAt, Model model, Instant now) {
        if (model.people().find(knower).isEmpty()) {
            return true;
        }
        return PersonStatus.of(model, knower, now) != PersonStatus.PAUSED
                && PersonStatus.outSince(model, knower, now)
                        .filter(since -> !changedAt.isAfter(since))
                        .isPresent();
    }
}
