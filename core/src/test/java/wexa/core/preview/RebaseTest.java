package wexa.core.preview;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import wexa.core.RandomModel;
import wexa.core.SampleEntries;
import wexa.core.finding.Code;
import wexa.core.intake.Entry;
import wexa.core.model.Effect;
import wexa.core.model.Membership;
import wexa.core.model.Model;
import wexa.core.model.Subject;
import wexa.core.value.Window;

/** What becomes of an entry when the model has moved since it was written. */
class RebaseTest {
    private final RandomModel made = new RandomModel(11);
    private final Model model = made.model();
    private final Membership membership = made.memberships.stream()
            .filter(one -> one.window().isOpenEnded()
                    && !one.window().from().isAfter(RandomModel.NOW)
                    && one.member() instanceof Subject.OfPerson)
            .findFirst()
            .orElseThrow();

    private Entry seen(String form, String... more) {
        Entry plain = SampleEntries.entry(made, form, more);
        return new Entry(plain.id(), plain.form(), plain.fields(), Optional.of(membership));
    }

    private Entry keepUntil(String day) {
        return seen("membership.edit", "membership", membership.id().toString(), "until", day);
    }

    private Entry end() {
        return seen("membership.end", "membership", membership.id().toString());
    }

    private Preview.Outcome outcome(Entry entry, Model on) {
        return Preview.of(Snapshot.compile(2, on), List.of(entry), RandomModel.NOW, ZoneOffset.UTC)
                .outcomes()
                .get(0);
    }

    private Model with(Window window) {
        return model.with(List.of(Effect.replace(
                membership,
                new Membership(
                        membership.id(), membership.member(), membership.group(), window, membership.reason()))));
    }

    @Test
    void anEntryOnWhatItsWriterSawIsReady() {
        assertThat(outcome(keepUntil("2026-12-10"), model).state()).isEqualTo(Preview.State.READY);
    }

    @Test
    void aFactThatSomebodyElseChangedIsShownWithBothValuesAndNotApplied() {
        Model moved = with(membership.window().endingAt(RandomModel.NOW.plusSeconds(86_400 * 3)));
        Preview.Outcome outcome = outcome(keepUntil("2026-12-10"), moved);
        assertThat(outcome.state()).isEqualTo(Preview.State.CHANGED_MEANWHILE);
        assertThat(outcome.findings()).singleElement().satisfies(finding -> {
            assertThat(finding.code()).isEqualTo(Code.CHANGED_MEANWHILE);
            assertThat(finding.facts().get("was")).startsWith("put ").doesNotContain("2026-11-26");
            assertThat(finding.facts().get("is")).contains("2026-11-26");
        });
        assertThat(Preview.of(
                                Snapshot.compile(2, moved),
                                List.of(keepUntil("2026-12-10")),
                                RandomModel.NOW,
                                ZoneOffset.UTC)
                        .effects())
                .isEmpty();
    }

    @Test
    void whatSomebodyElseBroughtAboutIsAlreadySo() {
        Model moved = with(membership.window().endingAt(RandomModel.NOW));
        assertThat(outcome(end(), moved).state()).isEqualTo(Preview.State.ALREADY_SO);
    }

    @Test
    void changingWhatIsGoneIsImpossibleAndEndingItIsDone() {
        Model without = model.with(List.of(Effect.drop(membership)));
        Preview.Outcome outcome = outcome(keepUntil("2026-12-10"), without);
        assertThat(outcome.state()).isEqualTo(Preview.State.IMPOSSIBLE);
        assertThat(outcome.sentence())
                .hasValueSatisfying(sentence -> assertThat(sentence).startsWith("change membership of "));
        assertThat(outcome(end(), without).state()).isEqualTo(Preview.State.ALREADY_SO);
    }
}
