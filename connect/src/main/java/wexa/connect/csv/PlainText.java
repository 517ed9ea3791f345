package wexa.connect.csv;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.PushbackInputStream;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;

/** Text in UTF-8, with or without a byte order mark; any other encoding is an error of reading, never a wrong letter. */
public final class PlainText {
    private PlainText() {}

    /** Reading more than so many bytes throws {@link Counted.TooLargeException}. */
    public static BufferedReader open(InputStream text, long mostBytes) throws IOException {
        PushbackInputStream bytes = new PushbackInputStream(new Counted(text, mostBytes), 3);
        byte[] mark = bytes.readNBytes(3);
        boolean isMarked =
                mark.length == 3 && mark[0] == (byte) 0xEF && mark[1] == (byte) 0xBB && mark[2] == (byte) 0xBF;
        if (!isMarked) {
            bytes.unread(mark);
        }
        return new BufferedReader(new InputStreamReader(
                bytes,
                StandardCharsets.UTF_8
                        .newDecoder()
                        .onMalformedInput(CodingErrorAction.REPORT)
                        .onUnmappableCharacter(CodingErrorAction.REPORT)));
    }
}
