package wexa.core.absence;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.References;
import wexa.core.change.Resolution;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.Absence;
import wexa.core.model.Assignment;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Window;

/** Changes to who is away when. What others have to cover for it follows. */
sealed interface AbsenceChange extends Change {
    Code OVERLAPS = Code.block(
            "absence.overlaps", "{holder} is absent at that time already. Change that absence, or choose other days.");

    /** A person is away for a while. */
    record Begin(Absence absence) implements AbsenceChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return Resolution.make(absence, check(absence, model));
        }

        @Override
        public Form form() {
            return AbsenceForms.BEGIN;
        }

        @Override
        public Values values() {
            return AbsenceForms.values(absence);
        }
    }

    /** The absence as it should be from now on, such as with another return. */
    record Edit(Absence absence) implements AbsenceChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.table(Kind.ABSENCE)
                    .find(absence.id())
                    .map(before -> Resolution.replace(before, absence, check(absence, model)))
                    .orElseGet(() -> Resolution.blocked(Finding.of(
                            Code.FACT_GONE, "absence", "id", absence.id().toString())));
        }

        @Override
        public Form form() {
            return AbsenceForms.EDIT;
        }

        @Override
        public Values values() {
            return AbsenceForms.values(absence).put(AbsenceForms.ABSENCE, absence);
        }
    }

    /** The person is back; one that has not begun by then is withdrawn, with what others were to have for it. */
    record End(Absence absence, Instant at) implements AbsenceChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Instant end = Window.whole(at.equals(Instant.MIN) ? now : at);
            return model.table(Kind.ABSENCE)
                    .find(absence.id())
                    .map(before -> ended(before, end, model))
                    .orElseGet(() -> Resolution.kept(absence));
        }

        private static Resolution ended(Absence before, Instant end, Model model) {
            Resolution resolution = Resolution.ended(
                    before,
                    before.window(),
                    end,
                    window -> new Absence(before.id(), before.person(), window, before.reason()));
            boolean isWithdrawn = resolution.effects().stream()
                    .anyMatch(effect -> effect.after().isEmpty());
            return isWithdrawn
                    ? resolution.and(model.table(Kind.ASSIGNMENT).by(Assignment.BY_ABSENCE, before.id()).stream()
                            .map(Effect::drop)
                            .toList())
                    : resolution;
        }

        @Override
        public Form form() {
            return AbsenceForms.END;
        }

        @Override
        public Values values() {
            return new Values().put(AbsenceForms.ABSENCE, absence).putUnless(at.equals(Instant.MIN), Types.UNTIL, at);
        }
    }

    private static List<Finding> check(Absence absence, Model model) {
        List<Finding> findings = new ArrayList<>();
        if (model.people().find(absence.person()).isEmpty()) {
            findings.add(References.unresolved("person", absence.person()));
            return findings;
        }
        Person person = model.people().get(absence.person());
        model.table(Kind.ABSENCE).by(Absence.BY_PERSON, absence.person()).stream()
                .filter(other ->
                        !other.id().equals(absence.id()) && other.window().overlaps(absence.window()))
                .findFirst()
                .ifPresent(other -> findings.add(Finding.of(OVERLAPS, "from", "holder", person.name())));
        return findings;
    }
}
