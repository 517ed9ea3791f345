package wexa.connect;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.ByteBuffer;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.Flow;
import org.jspecify.annotations.Nullable;

/** A body that ends the exchange as soon as it is longer than it may be. */
final class BoundedBody implements HttpResponse.BodySubscriber<byte[]> {
    private final int most;
    private final ByteArrayOutputStream read = new ByteArrayOutputStream();
    private final CompletableFuture<byte[]> whole = new CompletableFuture<>();
    private Flow.@Nullable Subscription subscription;

    /** More came than may. */
    static final class TooLargeException extends IOException {
        private static final long serialVersionUID = 1L;

        TooLargeException(int most) {
            super("more than " + most + " bytes came");
        }
    }

    BoundedBody(int most) {
        this.most = most;
    }

    @Override
    public void onSubscribe(Flow.Subscription begun) {
        subscription = begun;
        begun.request(Long.MAX_VALUE);
    }

    @Override
    public void onNext(List<ByteBuffer> parts) {
        for (ByteBuffer part : parts) {
            if (read.size() + part.remaining() > most) {
                if (subscription != null) {
                    subscription.cancel();
                }
                whole.completeExceptionally(new TooLargeException(most));
                return;
            }
            byte[] bytes = new byte[part.remaining()];
            part.get(bytes);
            read.write(bytes, 0, bytes.length);
        }
    }

    @Override
    public void onError(Throwable failure) {
        whole.completeExceptionally(failure);
    }

    @Override
    public void onComplete() {
        whole.complete(read.toByteArray());
    }

    @Override
    public CompletionStage<byte[]> getBody() {
        return whole;
    }
}
