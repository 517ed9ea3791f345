package wexa.core.role;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.References;
import wexa.core.change.Resolution;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.ConflictException;
import wexa.core.model.ConflictRule;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** Changes to who may have, for a while, what a conflict rule keeps apart. */
sealed interface ConflictExceptionChange extends Change {
    /** The last day of a year from today on is within it, wherever the day ends. */
    Duration LONGEST = Duration.ofDays(367);

    Code OVER = Code.block("conflict-exception.over", "The last day has passed. Choose a later one.");
    Code TOO_LONG =
            Code.block("conflict-exception.too-long", "An exception lasts a year at most. Choose an earlier last day.");
    Code EXCEPTED_ALREADY = Code.block(
            "conflict-exception.already", "{person} is already exempt from “{rule}”. End that exception first.");

    /** The person is exempt from now on. */
    record Make(
            Id<ConflictException> id,
            Id<ConflictRule> rule,
            Id<Person> person,
            Instant until,
            String reason,
            String control)
            implements ConflictExceptionChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            List<Finding> findings = new ArrayList<>();
            Optional<Person> known = model.people().find(person);
            Optional<ConflictRule> kept = model.table(Kind.CONFLICT_RULE).find(rule);
            if (known.isEmpty()) {
                findings.add(References.unresolved("person", person));
            }
            if (kept.isEmpty()) {
                findings.add(References.unresolved("conflict-rule", rule));
            }
            if (!until.isAfter(now)) {
                findings.add(Finding.of(OVER, "until"));
            } else if (until.isAfter(now.plus(LONGEST))) {
                findings.add(Finding.of(TOO_LONG, "until"));
            }
            if (ConflictException.of(rule, person, now, model)
                    .filter(other -> !other.id().equals(id))
                    .isPresent()) {
                findings.add(Finding.of(
                        EXCEPTED_ALREADY,
                        "person",
                        "person",
                        known.map(Person::name).orElse(""),
                        "rule",
                        kept.map(ConflictRule::name).orElse("")));
            }
            if (findings.stream().anyMatch(Finding::blocks)) {
                return new Resolution(List.of(), findings);
            }
            return Resolution.make(
                    new ConflictException(id, rule, person, Window.of(Window.whole(now), until), reason, control),
                    findings);
        }

        @Override
        public Form form() {
            return ConflictExceptionForms.MAKE;
        }

        @Override
        public Values values() {
            return ConflictExceptionForms.values(
                    new ConflictException(id, rule, person, Window.of(Instant.EPOCH, until), reason, control));
        }
    }

    /** The exception ends; what is in conflict is found again from then on. */
    record End(ConflictException exception, Instant at) implements ConflictExceptionChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Instant end = Window.whole(at.isBefore(now) ? now : at);
            return model.table(Kind.CONFLICT_EXCEPTION)
                    .find(exception.id())
                    .map(before -> Resolution.ended(before, before.window(), end, window -> during(before, window)))
                    .orElseGet(() -> Resolution.kept(exception));
        }

        private static ConflictException during(ConflictException before, Window window) {
            return new ConflictException(
                    before.id(), before.rule(), before.person(), window, before.reason(), before.control());
        }

        @Override
        public Form form() {
            return ConflictExceptionForms.END;
        }

        @Override
        public Values values() {
            return new Values()
                    .put(ConflictExceptionForms.EXCEPTION, exception)
                    .putUnless(at.equals(Instant.MIN), Types.UNTIL, at);
        }
    }
}
