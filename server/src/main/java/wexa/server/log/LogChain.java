package wexa.server.log;

import jakarta.persistence.EntityManager;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.cancelling.Cancellation;

/** The chain that binds the lines of the log. It is followed with a page in memory at a time. */
@Component
public class LogChain {
    private static final int PAGE = 2_000;

    private final Links links;
    private final Log.Rows lines;
    private final EntityManager entities;

    /** Rows of links, by number. */
    interface Links extends JpaRepository<LinkRow, Long> {
        List<LinkRow> findByNumberGreaterThanOrderByNumber(long number, Limit limit);

        Optional<LinkRow> findFirstByOrderByNumberDesc();
    }

    LogChain(Links links, Log.Rows lines, EntityManager entities) {
        this.entities = entities;
        this.links = links;
        this.lines = lines;
    }

    /**
     * What following the chain came to.
     *
     * @param links how many links there are
     * @param withoutText of how many lines the text is gone, as it is when a person's data was removed
     * @param broken the first line that is not as it was written, or is missing; empty if all are
     * @param last the hash of the last link: kept elsewhere, it proves later that nothing up to here was changed
     */
    public record Verified(long links, long withoutText, Optional<Long> broken, String last) {}

    Optional<LinkRow> last() {
        return links.findFirstByOrderByNumberDesc();
    }

    /** Follows the whole chain, and holds each line whose text is there against its commitment. */
    @Transactional(readOnly = true)
    public Verified verified() {
        long number = 0;
        long withoutText = 0;
        String previous = Link.NONE;
        List<LinkRow> page = links.findByNumberGreaterThanOrderByNumber(0, Limit.of(PAGE));
        while (!page.isEmpty()) {
            Cancellation.check();
            Map<Long, LogRow> texts = new HashMap<>();
            lines.findByNumberBetween(page.getFirst().number, page.getLast().number)
                    .forEach(line -> texts.put(line.number, line));
            for (LinkRow link : page) {
                LogRow line = texts.get(link.number);
                if (link.number != number + 1 || !isAsWritten(previous, link, line)) {
                    return new Verified(number, withoutText, Optional.of(number + 1), previous);
                }
                number = link.number;
                previous = link.hash;
                withoutText += line == null ? 1 : 0;
            }
            entities.clear();
            page = links.findByNumberGreaterThanOrderByNumber(number, Limit.of(PAGE));
        }
        // a line that no link binds was put in past the chain
        return new Verified(number, withoutText, Optional.ofNullable(lines.unbound()), previous);
    }

    private static boolean isAsWritten(String previous, LinkRow link, @Nullable LogRow line) {
        try {
            return Link.hash(previous, link.number, link.commitment).equals(link.hash)
                    && (line == null
                            || Link.commitment(line.text(), HexFormat.of().parseHex(line.salt))
                                    .equals(link.commitment));
        } catch (IllegalArgumentException tampered) {
            // what is no hexadecimal number was not written by the program
            return false;
        }
    }
}
