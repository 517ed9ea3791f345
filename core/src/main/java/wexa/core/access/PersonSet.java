package wexa.core.access;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import wexa.core.model.Id;
import wexa.core.model.Person;

/** A set of people by their compiled numbers. */
public final class PersonSet {
    private final Ordinals<Person> ordinals;
    private final BitSet bits;

    PersonSet(Ordinals<Person> ordinals, BitSet bits) {
        this.ordinals = ordinals;
        this.bits = bits;
    }

    public int size() {
        return bits.cardinality();
    }

    public boolean contains(Id<Person> person) {
        int number = ordinals.find(person);
        return number >= 0 && bits.get(number);
    }

    /** At most {@code limit} of them, in the order of their numbers. */
    public List<Id<Person>> first(int limit) {
        List<Id<Person>> found = new ArrayList<>();
        for (int next = bits.nextSetBit(0); next >= 0 && found.size() < limit; next = bits.nextSetBit(next + 1)) {
            found.add(ordinals.id(next));
        }
        return found;
    }

    public List<Id<Person>> all() {
        return first(Integer.MAX_VALUE);
    }
}
