package wexa.server.manual;

import java.io.IOException;
import java.io.InputStream;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import wexa.connect.csv.CsvTable;
import wexa.core.consistency.DesiredState;
import wexa.core.consistency.ObjectKey;
import wexa.core.consistency.TenantObject.AccountState;
import wexa.core.manual.AccountList;
import wexa.core.manual.ListedAccounts;
import wexa.core.model.Model;
import wexa.core.model.Tenant;
import wexa.core.preview.Snapshot;
import wexa.server.imports.ImportService;
import wexa.server.imports.ImportWords;
import wexa.server.problems.Problem;
import wexa.server.readings.Observations;
import wexa.server.readings.Readings;
import wexa.server.stored.StoredForms;
import wexa.server.wiring.BusinessClock;

/** A list of accounts as CSV, from its text to a reading that counts. */
@Component
public class ListReader {
    private static final int MOST_FAULTS = 8;

    private final Readings readings;
    private final Observations observations;
    private final StoredForms forms;
    private final BusinessClock clock;

    ListReader(Readings readings, Observations observations, StoredForms forms, BusinessClock clock) {
        this.readings = readings;
        this.observations = observations;
        this.forms = forms;
        this.clock = clock;
    }

    /** Reads a text to its end; throws what is wrong with it. */
    public AccountList parse(InputStream text, Model model, Tenant tenant) throws IOException {
        CsvTable table = CsvTable.read(text, ImportService.LIMITS);
        table.problem().ifPresent(problem -> {
            throw Problem.badField("file", "list.unreadable", ImportWords.of(problem));
        });
        Set<String> names = Stream.of(
                        model.title(tenant),
                        model.path(tenant),
                        tenant.name(),
                        tenant.key().text())
                .map(ListReader::folded)
                .collect(Collectors.toSet());
        AccountList list = AccountList.of(
                table.header(),
                table.rows().stream()
                        .map(row -> new AccountList.Row(row.line(), row.cells(), row.isRagged()))
                        .toList(),
                model.appOf(tenant),
                name -> names.contains(folded(name)));
        if (!list.faults().isEmpty()) {
            List<String> words = list.faults().stream()
                    .limit(MOST_FAULTS)
                    .map(ListReader::words)
                    .toList();
            int more = list.faults().size() - words.size();
            throw Problem.badField(
                    "file",
                    "list.faults",
                    String.join(" ", words) + (more > 0 ? " And " + more + " more." : "")
                            + " Nothing was taken over: correct the list and upload it again.");
        }
        return list;
    }

    private static String folded(String name) {
        return name.toLowerCase(Locale.ROOT);
    }

    private static String words(AccountList.Fault fault) {
        String line = "Line " + fault.line() + ": ";
        return switch (fault.code()) {
            case NO_USER_NAMES -> "The list needs a column “user name”. It has: " + fault.detail() + ".";
            case COLUMN_TWICE -> "Column “" + fault.detail() + "” stands for something that another column tells.";
            case RAGGED -> line + "more or fewer cells than the first line.";
            case USER_NAME_MISSING -> line + "no user name.";
            case USER_NAME_TWICE -> line + "“" + fault.detail() + "” is in the list already.";
            case STATE_UNKNOWN -> line + "“" + fault.detail() + "” is not a state; write active or inactive.";
            case SEAT_UNKNOWN -> line + "there is no seat “" + fault.detail() + "” in this application.";
            case OTHER_TENANT -> line + "it is of another tenant, “" + fault.detail() + "”.";
        };
    }

    /** The tenant as a list shows it, beside what is known of it. */
    public ListedAccounts compare(AccountList list, Snapshot snapshot, Tenant tenant) {
        return ListedAccounts.of(list, snapshot.model(), tenant, before(snapshot, tenant));
    }

    private ListedAccounts.Before before(Snapshot snapshot, Tenant tenant) {
        Map<ObjectKey, AccountState> seen = new HashMap<>();
        observations
                .mark(tenant.id())
                .ifPresent(mark -> observations.each(tenant.id(), mark.reading(), (key, body) -> {
                    if (key.type() == ObjectKey.Type.ACCOUNT) {
                        seen.put(key, (AccountState) forms.readObject(body));
                    }
                }));
        return new ListedAccounts.Before(
                seen, new DesiredState(snapshot.model(), snapshot.index(), tenant, clock.now()).all());
    }

    static List<String> missing(Set<AccountList.Column> columns) {
        List<String> missing = new ArrayList<>();
        if (!columns.contains(AccountList.Column.STATE)) {
            missing.add("whether accounts are active");
        }
        if (!columns.contains(AccountList.Column.RIGHTS)) {
            missing.add("rights");
        }
        if (!columns.contains(AccountList.Column.SEAT)) {
            missing.add("seats");
        }
        return missing;
    }

    /**
     * From now on the list counts as a reading of its moment. What was confirmed after that moment stays. False where a newer
     * list came first.
     */
    public boolean keep(Tenant tenant, Instant at, AccountList list, ListedAccounts listed) {
        List<String> missing = missing(list.columns());
        try (Readings.Staging staging = readings.begin(tenant.id(), at)) {
            staging.add(listed.observation());
            return staging.complete(
                    missing.isEmpty() ? "" : "the list says nothing about " + String.join(", ", missing), at);
        }
    }
}
