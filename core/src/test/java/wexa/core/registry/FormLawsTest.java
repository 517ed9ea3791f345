package wexa.core.registry;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wexa.core.RandomModel;
import wexa.core.SampleFields;
import wexa.core.change.Author;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.Nature;
import wexa.core.change.Resolution;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.model.Effect;
import wexa.core.model.Model;
import wexa.core.value.Id;

/** What holds for every form, on random fields in models with awkward names. */
class FormLawsTest {
    private static final ZoneId LONDON = ZoneId.of("Europe/London");
    private static final int MODELS = 12;
    private static final int ROUNDS = 30;

    static Stream<Form> forms() {
        return Forms.all().stream().filter(form -> form.author() != Author.SETTINGS);
    }

    /** A change that can be carried out, and the model that it was read against. */
    private record Sample(SampleFields fields, Model model, Entry entry, Change change) {
        Intake intake() {
            return new Intake(model, LONDON, RandomModel.NOW);
        }

        Resolution resolution() {
            return change.resolve(model, RandomModel.NOW);
        }
    }

    private static final Map<Form, List<Sample>> SAMPLES = new HashMap<>();

    /** Many changes of a form; those that come to nothing are left out, and there must be enough of the others. */
    private static List<Sample> samples(Form form) {
        List<Sample> samples = SAMPLES.computeIfAbsent(form, FormLawsTest::made);
        assertThat(samples)
                .as("changes of " + form + " that can be carried out")
                .hasSizeGreaterThan(20);
        return samples;
    }

    private static List<Sample> made(Form form) {
        List<Sample> samples = new ArrayList<>();
        for (int seed = 0; seed < MODELS; seed++) {
            SampleFields fields = new SampleFields(new RandomModel(seed), seed);
            for (int round = 0; round < ROUNDS; round++) {
                sample(form, fields).ifPresent(samples::add);
            }
        }
        return samples;
    }

    private static Optional<Sample> sample(Form form, SampleFields fields) {
        Model model = fields.model();
        Entry entry = entry(form, fields.of(form));
        return new Intake(model, LONDON, RandomModel.NOW)
                .read(entry)
                .change()
                .filter(change ->
                        !change.resolve(model, RandomModel.NOW).effects().isEmpty())
                .map(change -> new Sample(fields, model, entry, change));
    }

    private static Entry entry(Form form, Map<String, String> fields) {
        return new Entry(new Entry.Id(new UUID(1, 2)), form.name(), fields);
    }

    private static List<Effect> effects(Sample sample, Entry entry) {
        Intake.Result read = sample.intake().read(entry);
        assertThat(read.findings()).as(entry.fields().toString()).isEmpty();
        return read.change()
                .orElseThrow()
                .resolve(sample.model(), RandomModel.NOW)
                .effects();
    }

    @ParameterizedTest
    @MethodSource("forms")
    void aSentenceIsReadAsTheChangeThatItSays(Form form) {
        for (Sample sample : samples(form)) {
            String sentence = Sentences.write(sample.change(), sample.model(), LONDON);
            Forms.Line line = Forms.read(sentence);
            assertThat(line.form()).as(sentence).isEqualTo(form);
            Map<String, String> fields = new HashMap<>(line.fields());
            if (form.nature() == Nature.MAKES) {
                fields.put("id", sample.entry().fields().get("id"));
            }
            assertThat(effects(sample, entry(form, fields)))
                    .as(sentence)
                    .isEqualTo(sample.resolution().effects());
        }
    }

    @ParameterizedTest
    @MethodSource("forms")
    void aChangeKeepsFieldsThatAreReadAsTheSameChange(Form form) {
        for (Sample sample : samples(form)) {
            Map<String, String> kept =
                    new TreeMap<>(form.entryOf(sample.change().values()));
            if (form.nature() == Nature.MAKES) {
                kept.put("id", sample.entry().fields().get("id"));
            }
            assertThat(effects(sample, entry(form, kept)))
                    .as(kept.toString())
                    .isEqualTo(sample.resolution().effects());
            assertThat(sample.intake().withIds(sample.entry()).fields().keySet())
                    .isEqualTo(sample.entry().fields().keySet());
        }
    }

    @ParameterizedTest
    @MethodSource("forms")
    void effectsSwappedLeadBack(Form form) {
        for (Sample sample : samples(form)) {
            List<Effect> effects = sample.resolution().effects();
            Model after = sample.model().with(effects);
            List<Effect> back = effects.reversed().stream().map(Effect::swapped).toList();
            assertThat(after.with(back)).isEqualTo(sample.model());
        }
    }

    @ParameterizedTest
    @MethodSource("forms")
    void aFormTellsWhatItDoesToTheFactThatItIsAbout(Form form) {
        for (Sample sample : samples(form)) {
            String fact =
                    sample.entry().fields().getOrDefault(form.nature() == Nature.MAKES ? "id" : form.target(), "");
            Effect own = sample.resolution().effects().stream()
                    .filter(effect -> effect.id().equals(Id.of(fact)))
                    .findFirst()
                    .orElseThrow();
            assertThat(own.kind()).isEqualTo(form.kind());
            switch (form.nature()) {
                case MAKES -> assertThat(own.after()).isPresent();
                case CHANGES -> assertThat(own.before()).isPresent();
                case ENDS -> assertThat(own.before()).isPresent();
            }
        }
    }

    @Test
    void noSentenceCanBeTakenForAnother() {
        Form put = Forms.find("membership.put").orElseThrow();
        Form same = Form.ends(put.kind(), "stop", "Stop")
                .with(put.fields().getFirst())
                .says("put {member}")
                .readsNothing();
        org.assertj.core.api.Assertions.assertThatThrownBy(() -> Forms.checkLeads(List.of(put, same)))
                .hasMessageContaining("membership.put")
                .hasMessageContaining("membership.stop");
    }
}
