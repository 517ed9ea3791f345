package wexa.server.messages;

import org.springframework.stereotype.Component;
import wexa.server.messages.Message.State;

/** How many messages need attention. */
@Component
public class OpenMessages {
    private final MessageStore store;

    OpenMessages(MessageStore store) {
        this.store = store;
    }

    public int failed() {
        return count(State.FAILED);
    }

    /** Those that go when somebody says so. */
    public int ready() {
        return count(State.READY);
    }

    private int count(State state) {
        return store.counts().getOrDefault(state, 0L).intValue();
    }
}
