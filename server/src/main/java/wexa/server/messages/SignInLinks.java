package wexa.server.messages;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.core.model.Person;
import wexa.core.value.Id;

/** What became of the messages that tell a person how to sign in, and of the links in them. */
@Component
public class SignInLinks {
    private static final int MOST = 20;

    private final MessageStore store;
    private final Activations.Rows links;
    private final Clock machineClock;

    SignInLinks(MessageStore store, Activations.Rows links, Clock machineClock) {
        this.store = store;
        this.links = links;
        this.machineClock = machineClock;
    }

    /** How a link stands; a message that needs none has none. */
    public enum LinkState {
        NONE,
        GOOD,
        EXPIRED,
        USED,
        /** A newer link took its place, or all its accounts were settled. */
        ENDED
    }

    /**
     * A message and its link.
     *
     * @param state WAITING, READY, GOING, SENDING, SENT, FAILED or DROPPED
     * @param detail why it failed
     * @param isSendable whether it can be sent again by those who help others to sign in
     */
    public record SignInMessage(
            UUID message,
            String state,
            String detail,
            @Nullable Instant sentAt,
            LinkState link,
            @Nullable Instant expiresAt,
            boolean isSendable) {}

    /** Messages to the person, newest first. Links go by the machine's clock. */
    @Transactional(readOnly = true)
    public List<SignInMessage> about(Id<Person> person) {
        List<ActivationRow> all = links.findByPersonId(person.value());
        List<SignInMessage> found = new ArrayList<>();
        for (Message message : store.about(person, MOST)) {
            Optional<ActivationRow> link = all.stream()
                    .filter(row -> row.messageId.equals(message.id()))
                    .max(Comparator.comparing(row -> row.madeAt));
            found.add(new SignInMessage(
                    message.id(),
                    message.state().name(),
                    message.detail(),
                    message.sentAt().orElse(null),
                    link.map(this::state).orElse(LinkState.NONE),
                    link.map(row -> row.expiresAt).orElse(null),
                    message.state() == Message.State.SENT || message.state() == Message.State.FAILED));
        }
        return found;
    }

    private LinkState state(ActivationRow row) {
        if (!row.done.isEmpty() && row.done.equals(row.accounts)) {
            return LinkState.USED;
        }
        if (row.endedAt != null) {
            return LinkState.ENDED;
        }
        return machineClock.instant().isBefore(row.expiresAt) ? LinkState.GOOD : LinkState.EXPIRED;
    }
}
