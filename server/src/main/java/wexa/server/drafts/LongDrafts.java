package wexa.server.drafts;

import java.util.Optional;
import java.util.UUID;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;
import wexa.server.heavy.HeavyWork;
import wexa.server.heavy.LongWork;

/** Previews of long drafts are heavy work, whoever asks for what. */
@Component
public class LongDrafts {
    private final DraftStore drafts;
    private final HeavyWork heavy;

    LongDrafts(DraftStore drafts, HeavyWork heavy) {
        this.drafts = drafts;
        this.heavy = heavy;
    }

    /** Runs work that previews the draft. A turn is taken before the work begins, so that nothing is written in vain. */
    public <T> T with(UUID draft, Supplier<T> work) {
        return heavy.run(
                drafts.count(draft) > HeavyWork.LONG,
                LongWork.What.of("Working out a long draft", "/changes/drafts/" + draft),
                work);
    }

    public <T> T with(Optional<UUID> draft, Supplier<T> work) {
        return draft.isPresent() ? with(draft.get(), work) : work.get();
    }
}
