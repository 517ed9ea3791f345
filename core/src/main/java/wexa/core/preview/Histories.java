package wexa.core.preview;

import java.util.Collection;
import java.util.HashSet;
import java.util.Set;
import wexa.core.model.Effect;
import wexa.core.model.Fact;
import wexa.core.model.Group;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Role;
import wexa.core.model.Tenant;
import wexa.core.model.Unit;
import wexa.core.registry.Rooms;
import wexa.core.room.Marks;
import wexa.core.value.Id;

/** In whose histories effects are told: of the facts themselves, and of those that they are about, before and after. */
public record Histories(Set<Id<? extends Fact>> facts) {
    public static Histories of(Collection<Effect> effects, Model before, Model after) {
        Set<Id<? extends Fact>> facts = new HashSet<>();
        Told told = new Told(facts);
        for (Effect effect : effects) {
            facts.add(effect.id());
            effect.before().ifPresent(fact -> Rooms.marks(fact, before, told));
            effect.after().ifPresent(fact -> Rooms.marks(fact, after, told));
        }
        return new Histories(facts);
    }

    private record Told(Set<Id<? extends Fact>> facts) implements Marks {
        @Override
        public void history(Id<? extends Fact> fact) {
            facts.add(fact);
        }

        @Override
        public void person(Id<Person> person) {
            // what touches somebody's access by way of others is told where it was done
        }

        @Override
        public void members(Id<Group> group) {
            // told in the group's own history
        }

        @Override
        public void holders(Id<Role> role) {
            // told in the role's own history
        }

        @Override
        public void tenant(Id<Tenant> tenant) {
            // told in the tenant's own history
        }

        @Override
        public void unit(Id<Unit> unit) {
            // told in the unit's own history
        }

        @Override
        public void everything() {
            // told in the history of what it was done to
        }
    }
}
