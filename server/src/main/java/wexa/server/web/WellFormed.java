package wexa.server.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import org.jspecify.annotations.Nullable;
import org.springframework.web.filter.OncePerRequestFilter;

/** Refuses addresses that are no text in UTF-8 once they are decoded (RFC 3986 2.5), before anything asks for their parts. */
final class WellFormed extends OncePerRequestFilter {
    private static final String BODY = "{\"title\":\"Bad Request\",\"status\":400,\"code\":\"address.malformed\","
            + "\"detail\":\"The address does not decode to UTF-8. Encode it again.\",\"fields\":[]}";

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (isText(request.getRequestURI()) && isText(request.getQueryString())) {
            chain.doFilter(request, response);
            return;
        }
        response.setStatus(HttpServletResponse.SC_BAD_REQUEST);
        response.setContentType("application/problem+json");
        response.getWriter().write(BODY);
    }

    static boolean isText(@Nullable String encoded) {
        if (encoded == null || encoded.indexOf('%') < 0) {
            return true;
        }
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        for (int at = 0; at < encoded.length(); at++) {
            char one = encoded.charAt(at);
            if (one != '%') {
                bytes.write(one);
                continue;
            }
            boolean isWhole = at + 2 < encoded.length();
            int high = isWhole ? Character.digit(encoded.charAt(at + 1), 16) : -1;
            int low = isWhole ? Character.digit(encoded.charAt(at + 2), 16) : -1;
            if (high < 0 || low < 0) {
                return false;
            }
            bytes.write(high * 16 + low);
            at += 2;
        }
        try {
            StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes.toByteArray()));
            return true;
        } catch (CharacterCodingException noText) {
            return false;
        }
    }
}
