package wexa.server.jobs;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import wexa.core.consistency.ObjectKey;
import wexa.core.model.Account;
import wexa.core.model.Assignment;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Subject;
import wexa.core.value.Id;
import wexa.server.rights.Actor;
import wexa.server.rights.Guard;
import wexa.server.rights.Over;
import wexa.server.snapshot.SnapshotStore;
import wexa.server.wiring.BusinessClock;

/** A step is the business of those who reach its tenant and the person whose object it is about; a job, all of its open steps. */
@Configuration(proxyBeanMethods = false)
class StepGuards {
    @Bean
    static Guard stepGuard(StepRows steps, SnapshotStore snapshots, BusinessClock clock) {
        return guard(Over.STEP, snapshots, clock, id -> steps.placesOfSteps(List.of((UUID) id)));
    }

    @Bean
    static Guard stepsGuard(StepRows steps, SnapshotStore snapshots, BusinessClock clock) {
        return guard(
                Over.STEPS,
                snapshots,
                clock,
                ids -> steps.placesOfSteps(
                        ((Collection<?>) ids).stream().map(UUID.class::cast).toList()));
    }

    @Bean
    static Guard jobGuard(StepRows steps, SnapshotStore snapshots, BusinessClock clock) {
        return guard(Over.JOB, snapshots, clock, id -> steps.placesOfJob((UUID) id));
    }

    private interface Places {
        Collection<StepRows.Place> of(Object thing);
    }

    private static Guard guard(Over over, SnapshotStore snapshots, BusinessClock clock, Places places) {
        return new Guard() {
            @Override
            public Over over() {
                return over;
            }

            @Override
            public void require(Actor actor, Object thing) {
                Model model = snapshots.current().model();
                for (StepRows.Place place :
                        actor.reach().isEverywhere() ? List.<StepRows.Place>of() : places.of(thing)) {
                    model.tenants().find(Id.of(place.tenantId())).ifPresent(one -> actor.requireReach(one, model));
                    ObjectKey.read(place.object())
                            .flatMap(key -> person(key, model))
                            .ifPresent(person -> actor.requireReach(person, model, clock.now()));
                }
            }
        };
    }

    private static Optional<Person> person(ObjectKey key, Model model) {
        return switch (key.type()) {
            case ACCOUNT ->
                model.table(Kind.ACCOUNT)
                        .find(Id.of(key.id()))
                        .flatMap(Account::person)
                        .flatMap(model.people()::find);
            case ASSIGNMENT ->
                model.table(Kind.ASSIGNMENT)
                        .find(Id.of(key.id()))
                        .map(Assignment::subject)
                        .filter(Subject.OfPerson.class::isInstance)
                        .flatMap(subject -> model.people().find(((Subject.OfPerson) subject).person()));
            case GROUP, ROLE -> Optional.empty();
        };
    }
}
