package wexa.server.heavy;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Function;
import org.springframework.stereotype.Component;
import wexa.server.wiring.BusinessClock;
import wexa.server.wiring.Ids;

/** Work that takes long and is going on in this process: what it is, how far it is, and whether it was called off. */
@Component
public class LongWork {
    private final Map<UUID, Task> tasks = new ConcurrentHashMap<>();
    private final BusinessClock clock;
    private final Ids ids;

    LongWork(BusinessClock clock, Ids ids) {
        this.clock = clock;
        this.ids = ids;
    }

    /**
     * What is to be done.
     *
     * @param name as people read it: {@code Reading Pelagia North}
     * @param href the page that shows it
     * @param total of how many; none where nobody knows
     */
    public record What(String name, String href, Optional<Integer> total) {
        public static What of(String name, String href) {
            return new What(name, href, Optional.empty());
        }
    }

    /** Something that is being done. */
    public static final class Task {
        private final UUID id;
        private final What what;
        private final Instant began;
        private final AtomicInteger done = new AtomicInteger();
        private final AtomicBoolean isCancelled = new AtomicBoolean();

        private Task(UUID id, What what, Instant began) {
            this.id = id;
            this.what = what;
            this.began = began;
        }

        public UUID id() {
            return id;
        }

        public What what() {
            return what;
        }

        public Instant began() {
            return began;
        }

        public int done() {
            return done.get();
        }

        public void advance(int more) {
            done.addAndGet(more);
        }

        /** Whether somebody called it off: it is to end where nothing is half done. */
        public boolean isCancelled() {
            return isCancelled.get();
        }
    }

    /** Does it, and shows it for as long as that takes. */
    public <T> T run(What what, Function<Task, T> work) {
        Task task = new Task(ids.next(), what, clock.now());
        tasks.put(task.id, task);
        try {
            return work.apply(task);
        } finally {
            tasks.remove(task.id);
        }
    }

    /** What is being done now, the oldest first. */
    public List<Task> all() {
        return tasks.values().stream()
                .sorted(Comparator.comparing(Task::began).thenComparing(Task::id))
                .toList();
    }

    /** Calls something off; it ends at its next look. False where it has ended already. */
    public boolean cancel(UUID id) {
        Task task = tasks.get(id);
        if (task != null) {
            task.isCancelled.set(true);
        }
        return task != null;
    }
}
