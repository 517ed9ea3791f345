package wexa.core.access;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import wexa.core.model.Person;
import wexa.core.value.Id;

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

    /** Who is in any of these sets of one index; of none, nobody. */
    public static Optional<PersonSet> union(List<PersonSet> sets) {
        if (sets.isEmpty()) {
            return Optional.empty();
        }
        BitSet all = new BitSet();
        sets.forEach(set -> all.or(set.bits));
        return Optional.of(new PersonSet(sets.getFirst().ordinals, all));
    }

    /** Who is also in another set of the same index. */
    public PersonSet and(PersonSet other) {
        BitSet both = (BitSet) bits.clone();
        both.and(other.bits);
        return new PersonSet(ordinals, both);
    }

    /** Who is not in another set of the same index. */
    public PersonSet without(PersonSet other) {
        BitSet left = (BitSet) bits.clone();
        left.andNot(other.bits);
        return new PersonSet(ordinals, left);
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
