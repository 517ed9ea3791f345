package wexa.server.desk;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

/** What is kept about lines of the Desk. */
final class DeskRows {
    private DeskRows() {}

    /** Who does not want to see which line before which day. */
    @Entity
    @Table(name = "desk_quiet")
    static class QuietRow {
        @EmbeddedId
        QuietKey id;

        String matter;
        LocalDate untilDay;
        String reason;

        @SuppressWarnings("NullAway.Init")
        protected QuietRow() {}
    }

    @Embeddable
    record QuietKey(
            @Column(name = "login") String login,
            @Column(name = "line") String line) implements Serializable {}

    /** Who takes care of a line. */
    @Entity
    @Table(name = "desk_taken")
    static class TakenRow {
        @Id
        String line;

        String holder;
        String givenBy;
        Instant takenAt;

        @SuppressWarnings("NullAway.Init")
        protected TakenRow() {}
    }

    /** What somebody said about a line. */
    @Entity
    @Table(name = "desk_comment")
    static class CommentRow {
        @Id
        UUID id;

        String line;
        String author;
        Instant saidAt;
        String text;

        @SuppressWarnings("NullAway.Init")
        protected CommentRow() {}
    }

    /** In which order an administrator wants the parts of the Desk, and which of them. */
    @Entity
    @Table(name = "desk_order")
    static class OrderRow {
        @Id
        String login;

        String sections;
        String hidden;
        boolean onlyMine;

        @SuppressWarnings("NullAway.Init")
        protected OrderRow() {}
    }

    record Counted(String line, long count) {}

    interface Quiets extends Repository<QuietRow, QuietKey> {
        List<QuietRow> findByIdLogin(String login);

        void save(QuietRow row);

        void deleteById(QuietKey id);
    }

    interface TakenLines extends Repository<TakenRow, String> {
        List<TakenRow> findByTakenAtAfter(Instant at);

        void save(TakenRow row);

        void deleteById(String line);
    }

    interface Comments extends Repository<CommentRow, UUID> {
        List<CommentRow> findByLineOrderBySaidAt(String line);

        long countByLine(String line);

        @Query(
                "select new wexa.server.desk.DeskRows$Counted(c.line, count(c)) from DeskRows$CommentRow c group by c.line")
        List<Counted> counts();

        void save(CommentRow row);
    }

    interface Orders extends Repository<OrderRow, String> {
        Optional<OrderRow> findById(String login);

        void save(OrderRow row);
    }
}
