package wexa.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.SampleEntries;
import wexa.core.model.Model;
import wexa.core.preview.Preview;
import wexa.core.preview.Snapshot;

/** Drafts as text, read line by line. */
class DraftTextTest {
    private long next;

    private UUID next() {
        return new UUID(7, ++next);
    }

    static LongStream seeds() {
        return LongStream.range(0, 20);
    }

    private DraftText read(String text) {
        return DraftText.read(text, this::next, line -> Optional.empty());
    }

    @Test
    void linesAreReadOneByOneAndThoseThatAreNoSentencesAreNamed() {
        DraftText text = read("""
                # the winter rota
                put wren.castellane in group lagoon-night until 2027-03-31

                putt wren.castellane in group lagoon-night
                  give role keeper to group lagoon-night inn pelagia/north
                close account of wren.castellane in pelagia/north # she left
                delist group lagoon-staff
                add person "wren
                """);
        assertThat(text.entries()).extracting(Entry::form).containsExactly("membership.put", "account.close");
        assertThat(text.lines()).containsExactly(2, 6);
        assertThat(text.entries().getFirst().fields())
                .containsEntry("member", "wren.castellane")
                .containsEntry("until", "2027-03-31")
                .containsKey("id");
        assertThat(text.entries().get(1).fields()).isEqualTo(Map.of("account", "wren.castellane in pelagia/north"));
        assertThat(text.refusals()).extracting(DraftText.Refusal::line).containsExactly(4, 5, 7, 8);
        DraftText.Refusal misspelt = text.refusals().getFirst();
        assertThat(misspelt.column()).isEqualTo(1);
        assertThat(misspelt.found()).isEqualTo("putt");
        assertThat(misspelt.nearest()).contains("put");
        DraftText.Refusal within = text.refusals().get(1);
        assertThat(within.column()).isEqualTo(42);
        assertThat(within.expected()).containsExactly("in");
        assertThat(text.refusals().get(2).expected()).containsExactly("a change that is made by hand");
    }

    @Test
    void whereNoChangeBeginsOnlyThoseAreExpectedThatAnAdministratorMayWrite() {
        assertThat(read("delete wren.castellane").refusals().getFirst().expected())
                .contains("put", "give")
                .doesNotContain("delist", "list", "accept");
    }

    @Test
    void whatCannotBeReadAgainIsWrittenAsACommentOnOneLine() {
        assertThat(DraftText.line("put wren in group lagoon-night")).isEqualTo("put wren in group lagoon-night");
        for (String other : List.of("delist group lagoon-staff", "Sent again to 2 tenants", "close\r\nclose account")) {
            String line = DraftText.line(other);
            assertThat(line).startsWith("# ").doesNotContain("\n", "\r");
            DraftText again = read(line);
            assertThat(again.entries()).isEmpty();
            assertThat(again.refusals()).isEmpty();
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void aDraftWrittenAsTextComesToTheSameModelButForIds(long seed) {
        RandomModel made = new RandomModel(seed);
        Preview first = preview(made.model(), SampleEntries.of(made));
        String text = String.join("\n", first.readySentences());
        DraftText read = read(text);
        assertThat(read.refusals()).as(text).isEmpty();
        Preview second = preview(made.model(), read.entries());
        assertThat(second.readySentences()).isEqualTo(first.readySentences());
        assertThat(told(second)).isEqualTo(told(first));
    }

    private static Preview preview(Model model, List<Entry> entries) {
        return Preview.of(Snapshot.compile(1, model), entries, RandomModel.NOW, ZoneOffset.UTC);
    }

    /** The effects without the ids that each draft makes for itself. */
    private static Map<String, Long> told(Preview preview) {
        String[] made = preview.effects().stream()
                .filter(effect -> effect.before().isEmpty())
                .map(effect -> effect.id().toString())
                .toArray(String[]::new);
        return preview.effects().stream()
                .map(effect -> {
                    String told = effect.before() + " → " + effect.after();
                    for (String id : made) {
                        told = told.replace(id, "new");
                    }
                    return told;
                })
                .collect(Collectors.groupingBy(told -> told, Collectors.counting()));
    }
}
