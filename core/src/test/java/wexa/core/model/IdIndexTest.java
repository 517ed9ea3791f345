package wexa.core.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.value.Id;
import wexa.core.value.Key;

/** The flat table of ids against the list it was made from. */
class IdIndexTest {
    static LongStream seeds() {
        return LongStream.range(1, 21);
    }

    private static Fact fact(UUID id) {
        return new Unit(Id.of(id), Key.of("unit"), "Unit", Optional.empty(), ZoneOffset.UTC);
    }

    /** Ids that differ in few bits, as those made one after the other do, and among them the one of all zeros. */
    private static List<Fact> facts(Random random) {
        List<Fact> facts = new ArrayList<>(List.of(fact(new UUID(0, 0))));
        int count = random.nextInt(600);
        for (int number = 1; number <= count; number++) {
            long high = random.nextBoolean() ? random.nextLong() : 0x0190_0000_0000_7000L + random.nextInt(4);
            facts.add(fact(new UUID(high, number)));
        }
        return facts;
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void everyIdIsFoundAtItsPositionAndNoOther(long seed) {
        Random random = new Random(seed);
        List<Fact> facts = facts(random);
        IdIndex index = new IdIndex(facts);
        for (int position = 0; position < facts.size(); position++) {
            assertThat(index.find(facts.get(position).id())).isEqualTo(position);
        }
        for (int number = 0; number < 200; number++) {
            assertThat(index.find(Id.of(new UUID(random.nextLong(), -1 - number))))
                    .isEqualTo(-1);
        }
        assertThat(index.find(null)).isEqualTo(-1);
    }

    @Test
    void nothingIsFoundInAnEmptyTable() {
        assertThat(new IdIndex(List.of()).find(Id.of(new UUID(0, 0)))).isEqualTo(-1);
    }

    @Test
    void anIdThatStandsTwiceIsRefusedByName() {
        UUID id = new UUID(7, 7);
        assertThatThrownBy(() -> new IdIndex(List.of(fact(id), fact(id)))).hasMessageContaining(id.toString());
    }
}
