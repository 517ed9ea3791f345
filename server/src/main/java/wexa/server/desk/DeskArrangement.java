package wexa.server.desk;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.apache.commons.codec.digest.DigestUtils;
import org.springframework.stereotype.Component;
import wexa.core.governance.Reached;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.server.rights.Actor;
import wexa.server.rights.Administrators;

/** How the things to do stand on one administrator's Desk: taken by somebody, said something about, or quiet until a day. */
@Component
class DeskArrangement {
    /** Whoever took a line and did nothing for so long has it no longer. */
    private static final Duration KEPT = Duration.ofDays(14);

    private final DeskRows.Quiets quiets;
    private final DeskRows.TakenLines taken;
    private final DeskRows.Comments comments;
    private final DeskRows.Orders orders;
    private final Administrators administrators;

    DeskArrangement(
            DeskRows.Quiets quiets,
            DeskRows.TakenLines taken,
            DeskRows.Comments comments,
            DeskRows.Orders orders,
            Administrators administrators) {
        this.quiets = quiets;
        this.taken = taken;
        this.comments = comments;
        this.orders = orders;
        this.administrators = administrators;
    }

    /** All lines, in the order of the items. Quiet ones carry until when. */
    List<DeskView.DeskLine> arranged(
            Actor actor, List<DeskView.Item> items, Model model, Instant now, LocalDate today) {
        Map<String, DeskRows.QuietRow> quiet = quiets.findByIdLogin(actor.login()).stream()
                .filter(row -> row.untilDay.isAfter(today))
                .collect(Collectors.toMap(row -> row.id.line(), Function.identity()));
        Map<String, DeskRows.TakenRow> held = taken.findByTakenAtAfter(now.minus(KEPT)).stream()
                .collect(Collectors.toMap(row -> row.line, Function.identity()));
        Map<String, Long> said =
                comments.counts().stream().collect(Collectors.toMap(DeskRows.Counted::line, DeskRows.Counted::count));
        Map<String, String> names = administrators.all().stream()
                .collect(Collectors.toMap(Administrators.Known::login, Administrators.Known::name));
        List<DeskView.DeskLine> lines = new ArrayList<>();
        for (DeskView.Item item : items) {
            String line = line(item);
            String matter = matter(item);
            Optional<DeskRows.TakenRow> holder = Optional.ofNullable(held.get(line));
            boolean isMine = holder.map(row -> row.holder.equals(actor.login()))
                    .orElseGet(() -> isReached(actor, item, model, now));
            lines.add(new DeskView.DeskLine(
                    line,
                    matter,
                    item.kind(),
                    item.title(),
                    item.text(),
                    item.act(),
                    item.target(),
                    item.at(),
                    item.tenantId(),
                    item.colour(),
                    isMine,
                    holder.map(row -> new DeskView.Holder(
                                    row.holder,
                                    names.getOrDefault(row.holder, row.holder),
                                    names.getOrDefault(row.givenBy, row.givenBy),
                                    row.takenAt))
                            .orElse(null),
                    said.getOrDefault(line, 0L).intValue(),
                    Optional.ofNullable(quiet.get(line))
                            .filter(row -> row.matter.equals(matter))
                            .map(row -> new DeskView.Quiet(row.untilDay, row.reason))
                            .orElse(null)));
        }
        return lines;
    }

    DeskView.Order order(Actor actor) {
        return orders.findById(actor.login())
                .map(row -> new DeskView.Order(names(row.sections), names(row.hidden), row.onlyMine))
                .orElseGet(() -> new DeskView.Order(List.of(), List.of(), false));
    }

    private static List<String> names(String joined) {
        return joined.isEmpty() ? List.of() : List.of(joined.split(","));
    }

    private static boolean isReached(Actor actor, DeskView.Item item, Model model, Instant now) {
        if (actor.reach().isEverywhere()) {
            return true;
        }
        if (item.tenantId() != null && !actor.reach().covers(Id.<Tenant>of(item.tenantId()))) {
            return false;
        }
        return id(item.target())
                .map(Id::<Person>of)
                .filter(person -> model.people().find(person).isPresent())
                .map(person -> Reached.person(actor.reach(), model, person, now))
                .orElse(true);
    }

    private static Optional<UUID> id(String text) {
        try {
            return Optional.of(UUID.fromString(text));
        } catch (IllegalArgumentException other) {
            return Optional.empty();
        }
    }

    /** Numbers come and go while the thing stays: they are left out. */
    static String line(DeskView.Item item) {
        return digest(
                item.kind(),
                item.target(),
                String.valueOf(item.tenantId()),
                item.text().replaceAll("\\d+", "#"));
    }

    static String matter(DeskView.Item item) {
        return digest(item.title(), item.text(), String.valueOf(item.at()));
    }

    private static String digest(String... parts) {
        return DigestUtils.sha256Hex(String.join("\n", parts));
    }
}
