package wexa.server.connections;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.data.repository.Repository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;

/** Tenants without an interface: their steps are tasks for somebody, and their readings are lists that somebody uploads. */
@Component
public class ManualTenants {
    private final Rows rows;

    /** Rows of manual tenants. */
    interface Rows extends Repository<ManualRow, UUID> {
        Optional<ManualRow> findById(UUID tenantId);

        List<ManualRow> findAll();

        void save(ManualRow row);
    }

    /**
     * How the work in such a tenant is done.
     *
     * @param assignee who does it, unless a task is given to somebody else
     * @param instructions for whoever does it
     * @param within how long it may take; whatever closes an account is due at once
     */
    public record Manual(Optional<Id<Person>> assignee, String instructions, Duration within) {}

    ManualTenants(Rows rows) {
        this.rows = rows;
    }

    /** Empty for a tenant that has an interface, connected or not. */
    @Transactional(readOnly = true)
    public Optional<Manual> of(Id<Tenant> tenant) {
        return rows.findById(tenant.value())
                .map(row -> new Manual(
                        Optional.ofNullable(row.assignee).map(Id::of), row.instructions, Duration.ofHours(row.hours)));
    }

    @Transactional(readOnly = true)
    public boolean is(Id<Tenant> tenant) {
        return rows.findById(tenant.value()).isPresent();
    }

    @Transactional(readOnly = true)
    public Set<Id<Tenant>> all() {
        return rows.findAll().stream().map(row -> Id.<Tenant>of(row.tenantId)).collect(Collectors.toSet());
    }

    @Transactional
    public void set(Id<Tenant> tenant, Manual manual) {
        ManualRow row = rows.findById(tenant.value()).orElseGet(ManualRow::new);
        row.tenantId = tenant.value();
        row.assignee = manual.assignee().map(Id::value).orElse(null);
        row.instructions = manual.instructions();
        row.hours = (int) manual.within().toHours();
        rows.save(row);
    }
}
