package wexa.core.engagement;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import wexa.core.change.Change;
import wexa.core.change.Form;
import wexa.core.change.References;
import wexa.core.change.Resolution;
import wexa.core.change.Types;
import wexa.core.change.Values;
import wexa.core.custom.RequiredValues;
import wexa.core.finding.Code;
import wexa.core.finding.Finding;
import wexa.core.lifecycle.Identity;
import wexa.core.model.Engagement;
import wexa.core.model.EngagementKind;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.value.Id;

/** Changes to why people are here. First days may lie in the past: they say what was agreed, not what was given. */
public sealed interface EngagementChange extends Change {
    /** A person is engaged. */
    record Begin(Engagement engagement) implements EngagementChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            List<Finding> findings = check(engagement, model);
            findings.addAll(lacking(engagement, model));
            return model.table(Kind.ENGAGEMENT)
                    .find(engagement.id())
                    .map(known -> Resolution.replace(known, engagement, findings))
                    .orElseGet(() -> Resolution.make(engagement, findings));
        }

        @Override
        public Form form() {
            return EngagementForms.BEGIN;
        }

        @Override
        public Values values() {
            return EngagementForms.values(engagement);
        }
    }

    /** The engagement as it should be from now on. */
    record Edit(Engagement engagement) implements EngagementChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.table(Kind.ENGAGEMENT)
                    .find(engagement.id())
                    .map(before -> Resolution.replace(before, engagement, checkEdit(before, model)))
                    .orElseGet(() -> gone(engagement.id()));
        }

        /** Values that were lacking before are no reason to keep other changes from being made. */
        private List<Finding> checkEdit(Engagement before, Model model) {
            List<Finding> findings = check(engagement, model);
            if (before.kind() != engagement.kind()) {
                findings.addAll(lacking(engagement, model));
            }
            return findings;
        }

        @Override
        public Form form() {
            return EngagementForms.EDIT;
        }

        @Override
        public Values values() {
            return EngagementForms.values(engagement).put(EngagementForms.ENGAGEMENT, engagement);
        }
    }

    /** The engagement ends at an instant; what it alone gave ends with it. */
    record End(Engagement engagement, Instant at) implements EngagementChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return model.table(Kind.ENGAGEMENT)
                    .find(engagement.id())
                    .map(before -> before.window().endsBy(end(now))
                            ? Resolution.kept(before)
                            : Resolution.replace(before, ended(before, end(now)), List.of()))
                    .orElseGet(() -> gone(engagement.id()));
        }

        /** A day in the past is taken as said; no day means when it is applied. */
        private Instant end(Instant now) {
            return at.equals(Instant.MIN) ? now : at;
        }

        private static Engagement ended(Engagement before, Instant end) {
            return new Engagement(
                    before.id(),
                    before.person(),
                    before.kind(),
                    before.staffNumber(),
                    before.unit(),
                    before.job(),
                    before.manager(),
                    before.window().endingAt(end));
        }

        @Override
        public Form form() {
            return EngagementForms.END;
        }

        @Override
        public Values values() {
            return new Values()
                    .put(EngagementForms.ENGAGEMENT, engagement)
                    .putUnless(at.equals(Instant.MIN), Types.UNTIL, at);
        }
    }

    private static Resolution gone(Id<Engagement> id) {
        return Resolution.blocked(Finding.of(Code.FACT_GONE, "engagement", "id", id.toString()));
    }

    /** Partners are at home in their own directory, everybody else in ours; where no homes are known, anywhere. */
    private static boolean isHomeUnfit(Engagement engagement, Person person, Model model) {
        boolean isPartner = engagement.kind() == EngagementKind.PARTNER;
        return model.table(Kind.HOME).size() > 0 && isPartner != Identity.isFromOutside(person, model);
    }

    private static List<Finding> lacking(Engagement engagement, Model model) {
        return model.people()
                .find(engagement.person())
                .map(person -> RequiredValues.findings(person, engagement.kind(), model))
                .orElse(List.of());
    }

    private static List<Finding> check(Engagement engagement, Model model) {
        List<Finding> findings = new ArrayList<>();
        if (model.people().find(engagement.person()).isEmpty()) {
            findings.add(References.unresolved("person", engagement.person()));
            return findings;
        }
        if (model.table(Kind.UNIT).find(engagement.unit()).isEmpty()) {
            findings.add(References.unresolved("unit", engagement.unit()));
        }
        engagement
                .manager()
                .filter(manager -> model.people().find(manager).isEmpty())
                .ifPresent(manager -> findings.add(References.unresolved("manager", manager)));
        Person person = model.people().get(engagement.person());
        if (isHomeUnfit(engagement, person, model)) {
            String kind = engagement.kind().name().toLowerCase(Locale.ROOT);
            findings.add(Finding.of(
                    EngagementCodes.HOME_UNFIT,
                    "home",
                    "holder",
                    person.name(),
                    "kind",
                    kind,
                    "home",
                    Identity.homeName(person, model)));
        }
        engagement.staffNumber().ifPresent(number -> {
            for (Engagement other : model.table(Kind.ENGAGEMENT).by(Engagement.BY_STAFF_NUMBER, number)) {
                Person holder = model.people().get(other.person());
                if (!holder.id().equals(person.id()) && holder.home().equals(person.home())) {
                    findings.add(Finding.of(
                            EngagementCodes.STAFF_NUMBER_TAKEN,
                            "number",
                            "value",
                            number,
                            "holder",
                            holder.name(),
                            "holderHandle",
                            holder.handle().text()));
                    break;
                }
            }
        });
        return findings;
    }
}
