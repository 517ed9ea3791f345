package wexa.server.messages;

import java.time.Instant;
import java.util.Optional;
import org.springframework.data.repository.Repository;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.message.MessageTemplate;
import wexa.core.message.Occasion;

/** Templates as administrators wrote them, else as delivered. */
@Component
public class Templates {
    private static final int USUAL_DAYS_BEFORE = 7;
    private static final String WELCOME = """
            Hello {given name},

            welcome. You start as {job} in {unit} on {first day}, and these are your ways in:

            {doors}

            {activation}

            Each way in opens on your first day. Rights that are given later take effect at the next sign-in.
            """;
    private static final String MORE = """
            Hello {given name},

            you can now also sign in here:

            {doors}

            {activation}

            If you are signed in already, sign out and in again: new rights take effect at the next sign-in.
            """;

    private static final String INVITATION = """
            Hello {given name},

            you are to work with us as {job} in {unit} from {first day} on.

            Before anything is opened for you, please say that this reached the right person.

            {activation}

            If you do not know what this is about, do nothing: nothing is opened without your word.
            """;

    private static final String ENDINGS = """
            Hello {given name},

            the following ends within 30 days unless it is extended:

            {endings}

            If any of it has to continue, tell your identity administrators in good time, and why. Otherwise there is nothing for you to do.
            """;

    private static final String TASKS = """
            Hello {given name},

            the following work is waiting for you:

            {tasks}

            When it is done, confirm it on the tenant's page in Wexa, or tell your identity administrators.
            """;

    private final Rows rows;

    /** Rows of templates. */
    interface Rows extends Repository<TemplateRow, String> {
        Optional<TemplateRow> findById(String occasion);

        void save(TemplateRow row);
    }

    /** A change of a template. */
    public record Change(String by, Instant at) {}

    /**
     * A template with when it goes.
     *
     * @param isAutomatic whether messages go by themselves, rather than when somebody says so
     * @param daysBefore how many days before a first day a message goes, at the earliest
     */
    public record Kept(
            Occasion occasion,
            MessageTemplate template,
            boolean isAutomatic,
            int daysBefore,
            Optional<Change> changed) {}

    Templates(Rows rows) {
        this.rows = rows;
    }

    @Transactional(readOnly = true)
    public Kept of(Occasion occasion) {
        return rows.findById(occasion.name())
                .map(row -> new Kept(
                        occasion,
                        new MessageTemplate(row.subject, row.body),
                        row.automatic,
                        row.daysBefore,
                        Optional.of(new Change(row.changedBy, row.changedAt))))
                .orElseGet(() -> new Kept(occasion, first(occasion), true, USUAL_DAYS_BEFORE, Optional.empty()));
    }

    private static MessageTemplate first(Occasion occasion) {
        return switch (occasion) {
            case FIRST_ACCOUNTS -> new MessageTemplate("Your accounts, {given name}", WELCOME);
            case INVITATION -> new MessageTemplate("Is this you, {name}?", INVITATION);
            case ENDINGS -> new MessageTemplate("Ending soon", ENDINGS);
            case TASKS -> new MessageTemplate("Work for you", TASKS);
            case MORE_ACCOUNTS -> new MessageTemplate("Another way in for you, {given name}", MORE);
        };
    }

    @Transactional
    void set(Kept kept, Change change) {
        TemplateRow row = rows.findById(kept.occasion().name()).orElseGet(TemplateRow::new);
        row.occasion = kept.occasion().name();
        row.subject = kept.template().subject();
        row.body = kept.template().body();
        row.automatic = kept.isAutomatic();
        row.daysBefore = kept.daysBefore();
        row.changedBy = change.by();
        row.changedAt = change.at();
        rows.save(row);
    }
}
