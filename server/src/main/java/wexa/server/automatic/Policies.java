package wexa.server.automatic;

import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.governance.AutomaticChangePolicy;
import wexa.server.snapshot.Changeset.Origin;

/** The policies in rows; an origin without a row has the careful one. */
@Component
class Policies {
    /** Where changes come from that nobody drafted. */
    static final List<Origin> ORIGINS = List.of(Origin.INBOUND, Origin.DIRECTORY);

    private final Rows rows;

    /** Rows of policies. */
    interface Rows extends Repository<PolicyRow, String> {
        Optional<PolicyRow> findById(String origin);

        void save(PolicyRow row);
    }

    /** A policy, and who answers for it and since when, where somebody does. */
    record Owned(Origin origin, AutomaticChangePolicy policy, Optional<String> owner, Optional<Instant> changedAt) {}

    Policies(Rows rows) {
        this.rows = rows;
    }

    @Transactional(readOnly = true)
    List<Owned> all() {
        return ORIGINS.stream().map(this::of).toList();
    }

    @Transactional(readOnly = true)
    Owned of(Origin origin) {
        return rows.findById(origin.name())
                .map(row -> new Owned(
                        origin,
                        new AutomaticChangePolicy(
                                AutomaticChangePolicy.Mode.valueOf(row.mode), row.mostPeople, row.mostPercent),
                        Optional.of(row.owner),
                        Optional.of(row.changedAt)))
                .orElseGet(() -> new Owned(origin, AutomaticChangePolicy.CAREFUL, Optional.empty(), Optional.empty()));
    }

    @Transactional
    void set(Origin origin, AutomaticChangePolicy policy, String owner, Instant at) {
        PolicyRow row = rows.findById(origin.name()).orElseGet(PolicyRow::new);
        row.origin = origin.name();
        row.mode = policy.mode().name();
        row.mostPeople = policy.mostPeople();
        row.mostPercent = policy.mostPercent();
        row.owner = owner;
        row.changedAt = at;
        rows.save(row);
    }

    /** The origin of that name, if changes come from there by themselves. */
    static Optional<Origin> named(String name) {
        return Arrays.stream(Origin.values())
                .filter(ORIGINS::contains)
                .filter(origin -> origin.name().equalsIgnoreCase(name))
                .findFirst();
    }
}
