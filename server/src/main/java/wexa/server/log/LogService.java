package wexa.server.log;

import java.io.IOException;
import java.io.Writer;
import java.util.List;
import java.util.Map;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import wexa.connect.csv.Formulas;
import wexa.server.heavy.HeavyWork;
import wexa.server.heavy.LongWork;
import wexa.server.rights.Act;
import wexa.server.rights.Actor;
import wexa.server.rights.Over;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;

/** Reading the log. */
@UseCases
public class LogService {
    private static final int PAGE = 1_000;

    private final Log log;
    private final LogChain chain;
    private final HeavyWork heavy;

    LogService(Log log, LogChain chain, HeavyWork heavy) {
        this.heavy = heavy;
        this.chain = chain;
        this.log = log;
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<Log.Written> read(Actor actor, Log.Wanted wanted, long before, int limit) {
        return log.read(wanted, before, limit);
    }

    /** How many of the lines that are wanted each writer wrote. Costs all lines of the span. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public Map<String, Long> counts(Actor actor, Log.Wanted wanted) {
        return log.counts(wanted);
    }

    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public List<String> actors(Actor actor) {
        return log.actors();
    }

    /** Whether every line is as it was written; takes its turn, since a long log takes seconds. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public LogChain.Verified verified(Actor actor) {
        return heavy.run(true, LongWork.What.of("Verifying the log", "/log"), chain::verified);
    }

    /** Writes all lines that are wanted as CSV (RFC 4180), a page in memory at a time, and returns how many they were. */
    @Requires(value = Act.LOOK, over = Over.NOTHING)
    public int write(Actor actor, Log.Wanted wanted, Writer to) throws IOException {
        // whoever gave the writer closes it
        @SuppressWarnings("resource")
        CSVPrinter csv = new CSVPrinter(to, CSVFormat.RFC4180);
        int written = 0;
        csv.printRecord("number", "at", "by", "what", "version", "reason", "ticket");
        long before = Long.MAX_VALUE;
        List<Log.Written> lines;
        do {
            lines = log.read(wanted, before, PAGE);
            for (Log.Written line : lines) {
                csv.printRecord(
                        line.number(),
                        line.at(),
                        Formulas.defused(line.actor()),
                        Formulas.defused(line.sentence()),
                        line.changeset(),
                        Formulas.defused(line.reason()),
                        Formulas.defused(line.ticket()));
                before = line.number();
            }
            written += lines.size();
        } while (lines.size() == PAGE);
        csv.flush();
        return written;
    }
}
