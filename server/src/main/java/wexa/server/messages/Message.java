package wexa.server.messages;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import wexa.core.message.Occasion;
import wexa.core.model.Account;
import wexa.core.model.Person;
import wexa.core.value.Id;

/** One message to one person about accounts that were opened for them. */
record Message(
        UUID id,
        Id<Person> person,
        Occasion occasion,
        List<Id<Account>> accounts,
        boolean isByHand,
        State state,
        String detail,
        Instant madeAt,
        Instant dueAt,
        int attempts,
        Optional<Instant> sentAt,
        Optional<String> address,
        Optional<String> subject,
        Optional<String> body) {
    /** How far a message came. */
    enum State {
        /** Its accounts are not all there yet, or it is too early. */
        WAITING,
        /** Everything is there; somebody has to say that it goes. */
        READY,
        /** It goes at its time. */
        GOING,
        /** It is being handed in. */
        SENDING,
        /** The mail server took it. */
        SENT,
        /** It cannot be sent as it is. */
        FAILED,
        /** It is not to be sent. */
        DROPPED;

        boolean isOpen() {
            return this == WAITING || this == READY || this == GOING;
        }
    }
}
