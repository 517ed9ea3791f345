package wexa.server.jobs;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Step;
import wexa.core.consistency.TenantObject;

/** What a step needs stands in its row where it is little. */
class NeedsTest {
    private static final ObjectKey GROUP = new ObjectKey(ObjectKey.Type.GROUP, new UUID(0, 1));

    private static Step group(int members) {
        Set<String> keys = IntStream.range(0, members)
                .mapToObj(number -> new ObjectKey(ObjectKey.Type.ACCOUNT, new UUID(1, number)).toString())
                .collect(Collectors.toSet());
        return Step.whole(Step.Verb.CREATE, GROUP, Optional.of(new TenantObject.GroupState("Keepers", keys)));
    }

    @Test
    void fewAreNamedAndManyAreLeftToTheBody() {
        assertThat(Needs.keys(Needs.of(group(3)))).hasSize(3).containsAll(group(3).named());
        assertThat(Needs.areInBody(Needs.of(group(9)))).isTrue();
        assertThat(Needs.keys(Needs.of(group(9)))).isEmpty();
        assertThat(Needs.of(group(0))).isEmpty();
        assertThat(Needs.keys("")).isEqualTo(List.of());
    }
}
