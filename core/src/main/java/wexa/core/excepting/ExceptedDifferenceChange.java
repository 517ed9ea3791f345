package wexa.core.excepting;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.References;
import wexa.core.change.Resolution;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.model.ExceptedDifference;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Window;

/** Changes to which differences are let be. */
sealed interface ExceptedDifferenceChange extends Change {
    /** The last day of a year from today on is within it, wherever the day ends. */
    Duration LONGEST = Duration.ofDays(367);

    Code OVER = Code.block("excepted-difference.over", "The last day has passed. Choose a later one.");
    Code TOO_LONG = Code.block(
            "excepted-difference.too-long", "A difference is excepted for a year at most. Choose an earlier last day.");
    Code ALREADY = Code.block(
            "excepted-difference.already", "This object of {tenant} is excepted already. End that exception first.");

    /** The difference is let be from now on. */
    record Make(
            Id<ExceptedDifference> id,
            Id<Tenant> tenant,
            String object,
            Set<String> differs,
            Instant until,
            Id<Person> owner,
            String reason)
            implements ExceptedDifferenceChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            List<Finding> findings = new ArrayList<>();
            if (model.tenants().find(tenant).isEmpty()) {
                findings.add(References.unresolved("tenant", tenant));
            }
            if (model.people().find(owner).isEmpty()) {
                findings.add(References.unresolved("owner", owner));
            }
            if (!until.isAfter(now)) {
                findings.add(Finding.of(OVER, "until"));
            } else if (until.isAfter(now.plus(LONGEST))) {
                findings.add(Finding.of(TOO_LONG, "until"));
            }
            if (ExceptedDifference.of(tenant, object, model).stream()
                    .anyMatch(other -> !other.id().equals(id) && other.window().contains(now))) {
                findings.add(Finding.of(
                        ALREADY,
                        "object",
                        "tenant",
                        model.tenants().find(tenant).map(model::title).orElse("")));
            }
            return findings.stream().anyMatch(Finding::blocks)
                    ? new Resolution(List.of(), findings)
                    : Resolution.make(made(Window.of(Window.whole(now), until)), findings);
        }

        private ExceptedDifference made(Window window) {
            return new ExceptedDifference(id, tenant, object, differs, window, owner, reason);
        }

        @Override
        public Form form() {
            return ExceptedDifferenceForms.MAKE;
        }

        @Override
        public Values values() {
            return ExceptedDifferenceForms.values(made(Window.of(Instant.EPOCH, until)));
        }
    }

    /** It is a difference again from then on. */
    record End(ExceptedDifference excepted, Instant at) implements ExceptedDifferenceChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            Instant end = Window.whole(at.isBefore(now) ? now : at);
            return model.table(Kind.EXCEPTED_DIFFERENCE)
                    .find(excepted.id())
                    .map(before -> Resolution.ended(before, before.window(), end, before::during))
                    .orElseGet(() -> Resolution.kept(excepted));
        }

        @Override
        public Form form() {
            return ExceptedDifferenceForms.END;
        }

        @Override
        public Values values() {
            return new Values()
                    .put(ExceptedDifferenceForms.EXCEPTED, excepted)
                    .putUnless(at.equals(Instant.MIN), Types.UNTIL, at);
        }
    }
}
