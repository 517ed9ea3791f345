package wexa.server.messages;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.core.message.Occasion;

/** Messages and templates as screens show them. */
final class MessageViews {
    private MessageViews() {}

    /** One message. Subject and text are those that were sent; before that, what would be sent now. */
    record MessageView(
            UUID id,
            UUID person,
            String name,
            Occasion occasion,
            Message.State state,
            String detail,
            List<String> tenants,
            Instant madeAt,
            @Nullable Instant dueAt,
            @Nullable Instant sentAt,
            @Nullable String address) {}

    /** With its text, links left out. */
    record WholeView(MessageView message, String subject, String body) {}

    /** How many messages are in a state. */
    record CountView(Message.State state, long messages) {}

    /** A page of messages, newest first; {@code next} is asked for the following page. */
    record MessagesView(
            List<MessageView> messages, @Nullable UUID next, List<CountView> counts, boolean isConnected) {}

    /** A template. Without {@code changedAt} it is as Wexa came. */
    record TemplateView(
            Occasion occasion,
            String subject,
            String body,
            boolean isAutomatic,
            int daysBefore,
            List<String> blanks,
            @Nullable String changedBy,
            @Nullable Instant changedAt) {}

    /** A template filled for somebody. */
    record SampleView(String name, String subject, String body) {}
}
