package wexa.server.testing;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.util.concurrent.atomic.AtomicBoolean;
import org.h2.store.fs.FileBaseDefault;
import org.h2.store.fs.FilePath;
import org.h2.store.fs.FilePathWrapper;

/** A disk that is full when it is told so: nothing more can be written, what is there can be read. */
public final class FullDisk extends FilePathWrapper {
    private static final AtomicBoolean FULL = new AtomicBoolean();

    static {
        FilePath.register(new FullDisk());
    }

    public static void setFull(boolean isFull) {
        FULL.set(isFull);
    }

    @Override
    public String getScheme() {
        return "full";
    }

    @Override
    public FileChannel open(String mode) throws IOException {
        FileChannel under = getBase().open(mode);
        return new FileBaseDefault() {
            @Override
            protected void implTruncate(long size) throws IOException {
                under.truncate(size);
            }

            @Override
            public long size() throws IOException {
                return under.size();
            }

            @Override
            public int read(ByteBuffer into, long position) throws IOException {
                return under.read(into, position);
            }

            @Override
            public int write(ByteBuffer from, long position) throws IOException {
                if (FULL.get()) {
                    throw new IOException("No space left on device");
                }
                return under.write(from, position);
            }

            @Override
            public void force(boolean metaData) throws IOException {
                if (FULL.get()) {
                    throw new IOException("No space left on device");
                }
                under.force(metaData);
            }

            @Override
            public java.nio.channels.FileLock tryLock(long position, long size, boolean shared) throws IOException {
                return under.tryLock(position, size, shared);
            }

            @Override
            public void implCloseChannel() throws IOException {
                under.close();
            }
        };
    }
}
