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
import wexa.core.lifecycle.SeatPool;
import wexa.core.model.Absence;
import wexa.core.model.Account;
import wexa.core.model.Assignment;
import wexa.core.model.Effect;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Seat;
import wexa.core.model.Tenant;
import wexa.core.value.Window;

/** Changes to who is away when, and whether they can sign in meanwhile. What others have to cover for it follows. */
sealed interface AbsenceChange extends Change {
    Code OVERLAPS = Code.block(
            "absence.overlaps", "{holder} is absent at that time already. Change that absence, or choose other days.");

    Code SUSPENSION_ENDS = Code.block(
            "absence.suspension-ends",
            "A suspension lasts until somebody lifts it. Leave out the last day, or record a leave instead.");

    Code NO_REASON =
            Code.block("absence.no-reason", "Give a reason why {holder} cannot sign in. It is kept in the log.");

    Code NO_SEAT = Code.block(
            "absence.no-seat",
            "The {kind} seat of {holder} in {tenant} was released, and all {size} are taken when they return. Free"
                    + " one, or enlarge the pool.");

    /** A person is away for a while. */
    record Begin(Absence absence) implements AbsenceChange {
        @Override
        public Resolution resolve(Model model, Instant now) {
            return Resolution.make(absence, check(absence, model, now));
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
                    .map(before -> Resolution.replace(before, absence, check(absence, model, now)))
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
                    .map(before -> ended(before, end, model, now))
                    .orElseGet(() -> Resolution.kept(absence));
        }

        private static Resolution ended(Absence before, Instant end, Model model, Instant now) {
            Resolution resolution = Resolution.ended(before, before.window(), end, before::during);
            List<Finding> findings = seats(before, resolution.effects(), model, now);
            if (!findings.isEmpty()) {
                return new Resolution(List.of(), findings);
            }
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

    private static List<Finding> check(Absence absence, Model model, Instant now) {
        List<Finding> findings = new ArrayList<>();
        if (model.people().find(absence.person()).isEmpty()) {
            findings.add(References.unresolved("person", absence.person()));
            return findings;
        }
        Person person = model.people().get(absence.person());
        model.table(Kind.ABSENCE).by(Absence.BY_PERSON, absence.person()).stream()
                .filter(other -> !other.id().equals(absence.id())
                        && other.manner() == absence.manner()
                        && other.window().overlaps(absence.window()))
                .findFirst()
                .ifPresent(other -> findings.add(Finding.of(OVERLAPS, "from", "holder", person.name())));
        if (absence.manner() == Absence.Manner.SUSPENSION && !absence.window().isOpenEnded()) {
            findings.add(Finding.of(SUSPENSION_ENDS, "until"));
        }
        if (absence.manner().stopsSignIn() && absence.reason().isBlank()) {
            findings.add(Finding.of(NO_REASON, "because", "holder", person.name()));
        }
        model.table(Kind.ABSENCE)
                .find(absence.id())
                .ifPresent(
                        before -> findings.addAll(seats(before, List.of(Effect.replace(before, absence)), model, now)));
        return findings;
    }

    /** Whether seats that were released are there for an earlier return. */
    private static List<Finding> seats(Absence before, List<Effect> effects, Model model, Instant now) {
        if (!before.manner().stopsSignIn() || before.seats() != Absence.Seats.RELEASED || effects.isEmpty()) {
            return List.of();
        }
        Model after = model.with(effects);
        List<Window> free = Absence.releasing(after, before.person());
        List<Finding> findings = new ArrayList<>();
        for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_PERSON, before.person())) {
            Tenant tenant = model.tenants().get(account.tenant());
            for (Seat seat : model.table(Kind.SEAT).by(Seat.BY_ACCOUNT, account.id())) {
                SeatPool pool = SeatPool.of(after, tenant, seat.kind());
                boolean isOverrun = seat.window().notBefore(now).without(free).stream()
                        .flatMap(taken -> taken.intersection(before.window()).stream())
                        .anyMatch(again -> pool.mostTakenWithin(again, seat.id()) >= pool.size());
                if (isOverrun) {
                    findings.add(Finding.of(
                            NO_SEAT,
                            "until",
                            "kind",
                            seat.kind().text(),
                            "holder",
                            model.people().get(before.person()).name(),
                            "tenant",
                            model.title(tenant),
                            "size",
                            Integer.toString(pool.size())));
                }
            }
        }
        return findings;
    }
}
