package wexa.server.reports;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.Observation;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.consistency.TenantObject.Activity;
import wexa.core.lifecycle.MainEngagement;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Account;
import wexa.core.model.AccountKind;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.reporting.Report;
import wexa.core.reporting.ReportFilter;
import wexa.core.value.Id;
import wexa.server.jobs.Sendings;
import wexa.server.log.Log;
import wexa.server.readings.Observations;

/**
 * Whether everybody who left lost their way in, and when: one row for each account of somebody whose last engagement ended in the
 * last days. Hours late are those from the end of the last day to the tenant's confirmation, or to the instant of the report while
 * the account is open. Costs everybody, and what was sent and written about those who left.
 */
@Component
class LeaverControl {
    private static final int MOST_LINES = 200;

    private final Sendings sendings;
    private final Observations observations;
    private final Log log;

    LeaverControl(Sendings sendings, Observations observations, Log log) {
        this.sendings = sendings;
        this.observations = observations;
        this.log = log;
    }

    Report of(ReportFilter filter, ZoneId zone, int days) {
        Model model = filter.model();
        Instant since = filter.at().minus(Duration.ofDays(days));
        List<List<String>> rows = new ArrayList<>();
        Map<String, Integer> states = new LinkedHashMap<>();
        Set<Id<Tenant>> read = new HashSet<>();
        observations.freshness().forEach((tenant, freshness) -> {
            if (freshness.doneAt().isPresent()) {
                read.add(tenant);
            }
        });
        for (Engagement last : leavers(model, filter, since)) {
            Person person = model.people().get(last.person());
            String told = told(last).map(at -> minute(at, zone)).orElse("");
            for (Account account : model.table(Kind.ACCOUNT).by(Account.BY_PERSON, person.id())) {
                if (account.kind() == AccountKind.PERSON
                        && filter.covers(model.tenants().get(account.tenant()))) {
                    List<String> row = new ArrayList<>(List.of(
                            person.name(),
                            last.staffNumber().orElse(""),
                            model.table(Kind.UNIT).get(last.unit()).name(),
                            lastDay(last, zone),
                            told,
                            model.title(model.tenants().get(account.tenant()))));
                    String state = addState(account, last, filter, zone, read.contains(account.tenant()), row);
                    states.merge(state, 1, Integer::sum);
                    rows.add(row);
                }
            }
        }
        return new Report(
                List.of(
                        new Report.Column("Person", Report.Sort.TEXT),
                        new Report.Column("Number", Report.Sort.TEXT),
                        new Report.Column("Unit", Report.Sort.TEXT),
                        new Report.Column("Last day", Report.Sort.DAY),
                        new Report.Column("Recorded", Report.Sort.TEXT),
                        new Report.Column("Tenant", Report.Sort.TEXT),
                        new Report.Column("State", Report.Sort.TEXT),
                        new Report.Column("Confirmed", Report.Sort.TEXT),
                        new Report.Column("Hours late", Report.Sort.AMOUNT)),
                rows,
                "accounts of people who left",
                states.entrySet().stream()
                        .map(one -> new Report.Bar(one.getKey(), "", one.getValue()))
                        .toList());
    }

    /** The last engagement of each person who left since, those who left last first. */
    private static List<Engagement> leavers(Model model, ReportFilter filter, Instant since) {
        List<Engagement> found = new ArrayList<>();
        for (Person person : model.people().stream().toList()) {
            MainEngagement.of(model, person.id(), filter.at())
                    .filter(last -> last.window().endsBy(filter.at())
                            && last.window().until().isAfter(since)
                            && PersonStatus.of(model, person.id(), filter.at()) == PersonStatus.LEFT
                            && filter.covers(last.unit()))
                    .ifPresent(found::add);
        }
        found.sort(Comparator.comparing((Engagement one) -> one.window().until())
                .reversed()
                .thenComparing(one -> one.person()));
        return found;
    }

    private static String lastDay(Engagement last, ZoneId zone) {
        return LocalDate.ofInstant(last.window().until().minusSeconds(1), zone).toString();
    }

    /** When the last day was last recorded here; not known of what was there from the beginning. */
    private Optional<Instant> told(Engagement last) {
        return log.about(last.id().value(), MOST_LINES).stream()
                .filter(line -> setsAnEnd(line.sentence()))
                .map(Log.Written::at)
                .max(Comparator.naturalOrder());
    }

    /** The sentences of an engagement that begins with its last day, is changed to one, or is ended. */
    private static boolean setsAnEnd(String sentence) {
        return sentence.startsWith("end engagement") || (sentence.contains("engage") && sentence.contains(" until "));
    }

    /** Whether the tenant still lets them in is told by what was read there, not by what is recorded here. */
    private String addState(
            Account account, Engagement last, ReportFilter filter, ZoneId zone, boolean isRead, List<String> row) {
        ObjectKey key = ObjectKey.account(account.id());
        boolean isOpenThere = observations
                .find(account.tenant(), key)
                .map(Observation.Seen::state)
                .filter(state -> state instanceof AccountState seen && seen.activity() == Activity.OPEN)
                .isPresent();
        Optional<Sendings.Closed> closed = isOpenThere
                ? Optional.empty()
                : sendings.closing(account.tenant(), key).filter(Sendings.Closed::isConfirmed);
        Optional<Instant> confirmed =
                closed.flatMap(sent -> Optional.ofNullable(sent.at())).filter(at -> !at.isAfter(filter.at()));
        String state;
        if (isOpenThere) {
            state = "still open there";
        } else if (confirmed.isPresent()) {
            state = closed.map(Sendings.Closed::confirmedBy).isPresent()
                    ? "closed, confirmed by hand"
                    : "closed, confirmed";
        } else {
            state = isRead ? "closed, as last read" : "not known: the tenant was never read";
        }
        row.add(state);
        row.add(confirmed.map(at -> minute(at, zone)).orElse(""));
        row.add(confirmed
                .or(() -> isOpenThere ? Optional.of(filter.at()) : Optional.empty())
                .map(at -> hours(last.window().until(), at))
                .orElse(""));
        return state;
    }

    private static String hours(Instant from, Instant at) {
        double late = Duration.between(from, at).toMinutes() / 60.0;
        return String.format(Locale.ROOT, "%.2f", Math.max(0, late));
    }

    /** ISO 8601, to the minute, in the organisation's zone. */
    private static String minute(Instant at, ZoneId zone) {
        return at.atZone(zone)
                .toLocalDateTime()
                .withSecond(0)
                .withNano(0)
                .toString()
                .replace('T', ' ');
    }
}
