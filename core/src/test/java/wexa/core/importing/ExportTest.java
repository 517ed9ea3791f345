package wexa.core.importing;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.change.Days;
import wexa.core.model.GroupKind;
import wexa.core.model.Kind;
import wexa.core.model.Model;

class ExportTest {
    static LongStream seeds() {
        return LongStream.range(0, 20);
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void everybodyAndWhateverHasNotEndedIsThereOnce(long seed) {
        Model model = new RandomModel(seed).model();
        List<Row> people = Export.of(model, Sheet.PEOPLE, RandomModel.NOW, ZoneOffset.UTC);
        assertThat(people)
                .hasSize(model.people().size())
                .extracting(row -> row.get("handle"))
                .doesNotHaveDuplicates();
        assertThat(people).extracting(Row::line).startsWith(2L).doesNotHaveDuplicates();
        assertThat(Export.of(model, Sheet.MEMBERSHIPS, RandomModel.NOW, ZoneOffset.UTC))
                .hasSize((int) model.table(Kind.MEMBERSHIP).stream()
                        .filter(one -> one.window().until().isAfter(RandomModel.NOW)
                                && model.groups().get(one.group()).kind() == GroupKind.ASSIGNED)
                        .count());
        assertThat(Export.of(model, Sheet.GROUPS, RandomModel.NOW, ZoneOffset.UTC))
                .hasSize((int) model.groups().stream()
                        .filter(group -> group.kind() != GroupKind.DIRECTORY)
                        .count())
                .extracting(row -> row.get("key"))
                .doesNotHaveDuplicates();
        assertThat(Export.of(model, Sheet.ASSIGNMENTS, RandomModel.NOW, ZoneOffset.UTC))
                .hasSize((int) model.table(Kind.ASSIGNMENT).stream()
                        .filter(one -> one.window().until().isAfter(RandomModel.NOW))
                        .count())
                .allMatch(row -> row.get("tenant").contains("/"));
    }

    @Test
    void daysAreWrittenAsPeopleReadThem() {
        ZoneId london = ZoneId.of("Europe/London");
        assertThat(Days.text(Instant.parse("2027-01-01T00:00:00Z"), 1, london)).isEqualTo("2026-12-31");
        assertThat(Days.text(Instant.parse("2027-06-30T23:00:00Z"), 0, london)).isEqualTo("2027-07-01");
        assertThat(Days.text(Instant.parse("2027-06-30T12:00:00Z"), 1, london)).isEqualTo("2027-06-30T12:00:00Z");
    }
}
