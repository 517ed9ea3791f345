package wexa.server.evidence;

import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;

/** Evidence as an answer: a file to be saved. */
public final class Archive {
    private static final MediaType ZIP = new MediaType("application", "zip");

    private Archive() {}

    public static ResponseEntity<byte[]> answer(String name, byte[] content) {
        return ResponseEntity.ok()
                .contentType(ZIP)
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"" + name + "\"")
                .body(content);
    }
}
