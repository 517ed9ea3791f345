package wexa.server.messages;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.connections.ManualTenants;
import wexa.server.jobs.ByHand;
import wexa.server.wiring.Settings;

/** Work by hand, by the people whose it is. */
@Component
class OpenTasks {
    private static final int MOST = 500;
    private static final DateTimeFormatter DUE = DateTimeFormatter.ofPattern("d MMM uuuu, HH:mm", Locale.UK);

    private final ManualTenants tenants;
    private final ByHand byHand;
    private final Settings settings;

    /** The work of one person in one tenant. */
    record Work(Tenant tenant, ManualTenants.Manual manual, List<ByHand.Task> tasks) {}

    OpenTasks(ManualTenants tenants, ByHand byHand, Settings settings) {
        this.tenants = tenants;
        this.byHand = byHand;
        this.settings = settings;
    }

    /** Of everybody who is here. Costs the tenants without an interface, and 500 tasks of each at most. */
    Map<Id<Person>, List<Work>> all(Model model, Instant now) {
        Map<Id<Person>, List<Work>> found = new LinkedHashMap<>();
        List<Tenant> manual = model.tenants().stream()
                .filter(tenant -> tenants.is(tenant.id()))
                .sorted(Comparator.comparing(model::path))
                .toList();
        for (Tenant tenant : manual) {
            ManualTenants.Manual how = tenants.of(tenant.id()).orElseThrow();
            Map<Id<Person>, List<ByHand.Task>> theirs = new LinkedHashMap<>();
            for (ByHand.Task task : byHand.tasks(tenant.id(), MOST)) {
                task.holder(how, model, now)
                        .ifPresent(person -> theirs.computeIfAbsent(person.id(), any -> new ArrayList<>())
                                .add(task));
            }
            theirs.forEach((person, tasks) ->
                    found.computeIfAbsent(person, any -> new ArrayList<>()).add(new Work(tenant, how, tasks)));
        }
        return found;
    }

    /** What somebody has to do, task by task; before the first of a tenant stand its name and its instructions. */
    List<String> lines(Model model, Id<Person> person, Instant now) {
        List<String> lines = new ArrayList<>();
        for (Work work : all(model, now).getOrDefault(person, List.of())) {
            String instructions = work.manual().instructions();
            String heading = model.title(work.tenant())
                    + (instructions.isBlank() ? "" : "\n  " + instructions.replace("\n", "\n  ")) + "\n\n";
            for (ByHand.Task task : work.tasks()) {
                lines.add((task.equals(work.tasks().getFirst()) ? heading : "") + line(task));
            }
        }
        return lines;
    }

    private String line(ByHand.Task task) {
        ZoneId zone = settings.zone();
        StringBuilder line = new StringBuilder("  " + task.text());
        line.append(
                task.urgent() ? " (at once)" : " (by " + DUE.format(task.due().atZone(zone)) + ")");
        task.values()
                .forEach(value ->
                        line.append("\n    ").append(value.label()).append(": ").append(value.value()));
        return line.toString();
    }

    boolean hasSome(Model model, Id<Person> person, Instant now) {
        return Optional.ofNullable(all(model, now).get(person)).isPresent();
    }
}
