package wexa.server.jobs;

import java.io.IOException;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Executor;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;
import wexa.server.problems.Problem;

/**
 * Tells open pages that a job's step rows changed (server-sent events). The rows are the record; an event carries none. Who
 * tells of a change never writes to a browser: each page is written to by a task of its own, so that one that does not read
 * holds up itself alone.
 */
@Component
class JobEvents {
    private static final Duration LONGEST = Duration.ofMinutes(10);
    private static final int MOST_PAGES = 500;

    private final Map<UUID, List<Page>> pages = new ConcurrentHashMap<>();
    private final AtomicInteger open = new AtomicInteger();
    private final Executor background;

    JobEvents(Executor background) {
        this.background = background;
    }

    SseEmitter listen(UUID job) {
        if (open.get() >= MOST_PAGES) {
            throw new Problem(
                    503, "pages.too-many", "Too many pages are being kept up to date. Reload this one later.");
        }
        Page page = new Page(job, new SseEmitter(LONGEST.toMillis()));
        open.incrementAndGet();
        pages.computeIfAbsent(job, any -> new CopyOnWriteArrayList<>()).add(page);
        page.emitter.onCompletion(page::forget);
        page.emitter.onTimeout(page.emitter::complete);
        page.emitter.onError(failure -> page.forget());
        return page.emitter;
    }

    /** A page that is listened on never ends by itself, and would hold up the server's stop until its patience is over. */
    @EventListener(ContextClosedEvent.class)
    void stop() {
        pages.values().forEach(all -> all.forEach(page -> page.emitter.complete()));
    }

    void changed(UUID job) {
        pages.getOrDefault(job, List.of()).forEach(Page::tell);
    }

    /** One open page. Changes that come while it is written to are told in one. */
    private final class Page {
        private final UUID job;
        private final SseEmitter emitter;
        private final AtomicBoolean isDue = new AtomicBoolean();
        private final AtomicBoolean isWriting = new AtomicBoolean();
        private final AtomicBoolean isForgotten = new AtomicBoolean();

        Page(UUID job, SseEmitter emitter) {
            this.job = job;
            this.emitter = emitter;
        }

        void tell() {
            isDue.set(true);
            if (isWriting.compareAndSet(false, true)) {
                background.execute(this::write);
            }
        }

        private void write() {
            do {
                while (isDue.getAndSet(false)) {
                    try {
                        emitter.send(SseEmitter.event().name("changed").data(job.toString()));
                    } catch (IOException | IllegalStateException gone) {
                        forget();
                    }
                }
                isWriting.set(false);
            } while (isDue.get() && isWriting.compareAndSet(false, true));
        }

        void forget() {
            if (isForgotten.compareAndSet(false, true)) {
                open.decrementAndGet();
                pages.computeIfPresent(job, (id, all) -> {
                    all.remove(this);
                    return all.isEmpty() ? null : all;
                });
            }
        }
    }
}
