package wexa.connect.csv;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;

/** A stream that ends with an error when it gives more bytes than it may. */
public final class Counted extends FilterInputStream {
    private final long most;
    private long count;

    /** The text is longer than allowed. */
    public static final class TooLargeException extends IOException {
        private static final long serialVersionUID = 1L;

        TooLargeException(long most) {
            super("the text is longer than " + most + " bytes; split it");
        }
    }

    Counted(InputStream in, long most) {
        super(in);
        this.most = most;
    }

    @Override
    public int read() throws IOException {
        int read = super.read();
        count(read < 0 ? 0 : 1);
        return read;
    }

    @Override
    public int read(byte[] into, int from, int length) throws IOException {
        int read = super.read(into, from, length);
        count(Math.max(0, read));
        return read;
    }

    private void count(int read) throws IOException {
        count += read;
        if (count > most) {
            throw new TooLargeException(most);
        }
    }
}
