package wexa.server.jobs;

import java.io.IOException;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** Tells open pages that a job's step rows changed (server-sent events). The rows are the record; an event carries none. */
@Component
class JobEvents {
    private static final Duration LONGEST = Duration.ofMinutes(10);

    private final Map<UUID, List<SseEmitter>> listeners = new ConcurrentHashMap<>();

    SseEmitter listen(UUID job) {
        SseEmitter emitter = new SseEmitter(LONGEST.toMillis());
        List<SseEmitter> all = listeners.computeIfAbsent(job, any -> new CopyOnWriteArrayList<>());
        all.add(emitter);
        emitter.onCompletion(() -> forget(job, emitter));
        emitter.onTimeout(emitter::complete);
        emitter.onError(failure -> forget(job, emitter));
        return emitter;
    }

    private void forget(UUID job, SseEmitter emitter) {
        listeners.computeIfPresent(job, (id, all) -> {
            all.remove(emitter);
            return all.isEmpty() ? null : all;
        });
    }

    void changed(UUID job) {
        for (SseEmitter emitter : listeners.getOrDefault(job, List.of())) {
            try {
                emitter.send(SseEmitter.event().name("changed").data(job.toString()));
            } catch (IOException | IllegalStateException gone) {
                forget(job, emitter);
            }
        }
    }
}
