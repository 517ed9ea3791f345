package wexa.server.tenants;

import java.util.UUID;
import java.util.function.BiConsumer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.problems.Problem;
import wexa.server.rights.Actor;
import wexa.server.rights.Guard;
import wexa.server.rights.Over;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** Who reaches a tenant, and who reaches a person. */
@Configuration(proxyBeanMethods = false)
class PlaceGuards {
    @Bean
    static Guard tenantGuard(SnapshotStore snapshots) {
        return guard(Over.TENANT, (actor, id) -> requireTenant(actor, id, snapshots));
    }

    /** How a tenant is reached concerns everybody in it, not only the people of some units. */
    @Bean
    static Guard wholeTenantGuard(SnapshotStore snapshots) {
        return guard(Over.WHOLE_TENANT, (actor, id) -> {
            requireTenant(actor, id, snapshots);
            if (actor.reach().units().isPresent()) {
                throw new Problem(
                        403,
                        "out-of-reach",
                        "This affects everyone in the tenant, and your scope is limited to some units."
                                + " Ask an administrator whose scope covers all units.");
            }
        });
    }

    @Bean
    static Guard personGuard(SnapshotStore snapshots, BusinessClock clock) {
        return guard(
                Over.PERSON,
                (actor, id) -> snapshots
                        .current()
                        .model()
                        .people()
                        .find(Id.of(id))
                        .ifPresent(person ->
                                actor.requireReach(person, snapshots.current().model(), clock.now())));
    }

    @Bean
    static Guard seenPersonGuard(SnapshotStore snapshots, BusinessClock clock) {
        return guard(
                Over.SEEN_PERSON,
                (actor, id) -> actor.requireSight(
                        Id.<Person>of(id), snapshots.current().model(), clock.now()));
    }

    /** What a tenant's page says is about everybody in it. */
    @Bean
    static Guard seenTenantGuard() {
        return guard(Over.SEEN_TENANT, (actor, id) -> {
            if (actor.sight().units().isPresent()) {
                actor.requireWholeSight();
            }
            actor.requireSight(Id.<Tenant>of(id));
        });
    }

    private static void requireTenant(Actor actor, UUID id, SnapshotStore snapshots) {
        snapshots
                .current()
                .model()
                .tenants()
                .find(Id.of(id))
                .ifPresent(
                        tenant -> actor.requireReach(tenant, snapshots.current().model()));
    }

    private static Guard guard(Over over, BiConsumer<Actor, UUID> check) {
        return new Guard() {
            @Override
            public Over over() {
                return over;
            }

            @Override
            public void require(Actor actor, Object thing) {
                check.accept(actor, (UUID) thing);
            }
        };
    }
}
