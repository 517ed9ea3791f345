package wexa.server.sessions;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import wexa.server.wiring.Secrets;
import wexa.server.wiring.Settings;

/**
 * Devices on which administrators signed in, known by a random cookie. It opens nothing by itself: it only counts the attempts
 * made there apart from those made elsewhere.
 */
@Component
class KnownDevices {
    private static final String COOKIE = "wexa-device";
    private static final int MOST = 10;

    private final Rows rows;
    private final Secrets secrets;
    private final Clock machineClock;
    private final SignInSettings signIn;
    private final Settings settings;

    /** Rows of devices. */
    interface Rows extends Repository<KnownDeviceRow, String> {
        Optional<KnownDeviceRow> findById(String hash);

        List<KnownDeviceRow> findByAdministratorIdOrderByLastUsedAtDesc(UUID administratorId);

        void save(KnownDeviceRow row);

        void delete(KnownDeviceRow row);

        @Modifying
        @Query("delete from KnownDeviceRow device where device.administratorId = :administrator")
        void forget(UUID administrator);
    }

    KnownDevices(Rows rows, Secrets secrets, Clock machineClock, SignInSettings signIn, Settings settings) {
        this.rows = rows;
        this.secrets = secrets;
        this.machineClock = machineClock;
        this.signIn = signIn;
        this.settings = settings;
    }

    /** What the device is known by, if the administrator signed in on it and not too long ago. */
    @Transactional(readOnly = true)
    public Optional<String> of(HttpServletRequest request, UUID administrator) {
        Instant oldest = machineClock.instant().minus(signIn.deviceValidity());
        return cookie(request)
                .map(Secrets::hash)
                .flatMap(rows::findById)
                .filter(row -> row.administratorId.equals(administrator) && row.lastUsedAt.isAfter(oldest))
                .map(row -> row.hash);
    }

    private static Optional<String> cookie(HttpServletRequest request) {
        Cookie[] cookies = request.getCookies();
        for (Cookie cookie : cookies == null ? new Cookie[0] : cookies) {
            if (cookie.getName().equals(COOKIE)) {
                return Optional.of(cookie.getValue());
            }
        }
        return Optional.empty();
    }

    /** Signed in: the device is known from now on, with a fresh cookie. */
    @Transactional
    public void remember(HttpServletRequest request, HttpServletResponse response, UUID administrator) {
        of(request, administrator).flatMap(rows::findById).ifPresent(rows::delete);
        List<KnownDeviceRow> known = rows.findByAdministratorIdOrderByLastUsedAtDesc(administrator);
        known.stream().skip(MOST - 1L).forEach(rows::delete);
        String fresh = secrets.fresh();
        rows.save(new KnownDeviceRow(Secrets.hash(fresh), administrator, machineClock.instant()));
        ResponseCookie cookie = ResponseCookie.from(COOKIE, fresh)
                .httpOnly(true)
                .secure(settings.isEncrypted())
                .sameSite("Strict")
                .path("/api/v1/session")
                .maxAge(signIn.deviceValidity())
                .build();
        response.addHeader(HttpHeaders.SET_COOKIE, cookie.toString());
    }

    /** A changed password: whoever knew the old one may have signed in on any of them. */
    @Transactional
    public void forget(UUID administrator) {
        rows.forget(administrator);
    }
}
