package wexa.server.desk;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.springframework.transaction.support.TransactionTemplate;
import wexa.core.change.Days;
import wexa.server.problems.Problem;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Administrators;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;
import wexa.server.wiring.Settings;

/** What administrators do with lines of the Desk besides the act itself. Nothing of it changes any access. */
@UseCases
public class DeskLines {
    private static final int MOST_COMMENTS = 200;

    /** A line is named by the SHA-256 of what it is about, in hexadecimal digits. */
    private static final Pattern DIGEST = Pattern.compile("[0-9a-f]{64}");

    private final DeskRows.Quiets quiets;
    private final DeskRows.TakenLines taken;
    private final DeskRows.Comments comments;
    private final DeskRows.Orders orders;
    private final Administrators administrators;
    private final BusinessClock clock;
    private final Settings settings;
    private final Ids ids;
    private final TransactionTemplate transactions;

    DeskLines(
            DeskRows.Quiets quiets,
            DeskRows.TakenLines taken,
            DeskRows.Comments comments,
            DeskRows.Orders orders,
            Administrators administrators,
            BusinessClock clock,
            Settings settings,
            Ids ids,
            TransactionTemplate transactions) {
        this.quiets = quiets;
        this.taken = taken;
        this.comments = comments;
        this.orders = orders;
        this.administrators = administrators;
        this.clock = clock;
        this.settings = settings;
        this.ids = ids;
        this.transactions = transactions;
    }

    /** What somebody said. */
    public record CommentView(UUID id, String author, Instant at, String text) {}

    /** Keeps a line off one's own Desk before a day, as long as its matter stays the same. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public void quiet(Actor actor, String line, String matter, LocalDate until, String reason) {
        check(line);
        LocalDate today = LocalDate.ofInstant(clock.now(), settings.zone());
        if (!until.isAfter(today)) {
            throw Problem.badField(
                    "until",
                    "past",
                    Days.words(until) + " is not after today, " + Days.words(today) + ". Choose a later day.");
        }
        transactions.executeWithoutResult(status -> {
            DeskRows.QuietRow row = new DeskRows.QuietRow();
            row.id = new DeskRows.QuietKey(actor.login(), line);
            row.matter = matter;
            row.untilDay = until;
            row.reason = reason;
            quiets.save(row);
        });
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public void show(Actor actor, String line) {
        check(line);
        transactions.executeWithoutResult(status -> quiets.deleteById(new DeskRows.QuietKey(actor.login(), line)));
    }

    /** Says who takes care of a line: oneself, or a colleague. */
    @Requires(value = Act.PREPARE, over = Over.NOTHING)
    public void give(Actor actor, String line, String holder) {
        check(line);
        boolean isKnown = administrators
                .named(holder)
                .filter(known -> known.endedAt().isEmpty() && !known.seesScopeOnly())
                .isPresent();
        if (!isKnown) {
            throw Problem.badField(
                    "holder",
                    "unknown",
                    "“" + holder + "” is no administrator who sees the Desk. Choose somebody from the list.");
        }
        transactions.executeWithoutResult(status -> {
            DeskRows.TakenRow row = new DeskRows.TakenRow();
            row.line = line;
            row.holder = holder;
            row.givenBy = actor.login();
            row.takenAt = clock.now();
            taken.save(row);
        });
    }

    @Requires(value = Act.PREPARE, over = Over.NOTHING)
    public void release(Actor actor, String line) {
        check(line);
        transactions.executeWithoutResult(status -> taken.deleteById(line));
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<CommentView> comments(Actor actor, String line) {
        check(line);
        Map<String, String> names = administrators.all().stream()
                .collect(Collectors.toMap(Administrators.Known::login, Administrators.Known::name));
        return comments.findByLineOrderBySaidAt(line).stream()
                .map(row -> new CommentView(row.id, names.getOrDefault(row.author, row.author), row.saidAt, row.text))
                .toList();
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public void comment(Actor actor, String line, String text) {
        check(line);
        if (comments.countByLine(line) >= MOST_COMMENTS) {
            throw Problem.badField(
                    "text",
                    "too-many",
                    "This line has " + MOST_COMMENTS + " comments. Settle it, or talk about it elsewhere.");
        }
        transactions.executeWithoutResult(status -> {
            DeskRows.CommentRow row = new DeskRows.CommentRow();
            row.id = ids.next();
            row.line = line;
            row.author = actor.login();
            row.saidAt = clock.now();
            row.text = text;
            comments.save(row);
        });
    }

    /** Arranges one's own Desk. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public void arrange(Actor actor, DeskView.Order order) {
        transactions.executeWithoutResult(status -> {
            DeskRows.OrderRow row = new DeskRows.OrderRow();
            row.login = actor.login();
            row.sections = String.join(",", order.sections());
            row.hidden = String.join(",", order.hidden());
            row.onlyMine = order.onlyMine();
            orders.save(row);
        });
    }

    private static void check(String line) {
        if (!DIGEST.matcher(line).matches()) {
            throw Problem.notFound("line", line);
        }
    }
}
