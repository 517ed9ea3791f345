package wexa.server.connections;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wexa.server.wiring.Settings;

/** Tokens at rest: readable with the key file beside the database, for the tenant they were sealed for, and not otherwise. */
class TokenVaultTest {
    private static TokenVault vault(Path folder) throws Exception {
        Settings settings = new Settings(
                folder,
                ZoneOffset.UTC,
                Duration.ZERO,
                Duration.ofSeconds(1),
                Duration.ofMinutes(1),
                false,
                URI.create("http://127.0.0.1"),
                List.of());
        return new TokenVault(settings, new SecureRandom());
    }

    @Test
    void aTokenIsOpenedByTheSameKeyFileAfterARestart(@TempDir Path folder) throws Exception {
        UUID tenant = UUID.randomUUID();
        byte[] sealed = vault(folder).seal(tenant, "geheim-ünd-lang");
        assertThat(vault(folder).open(tenant, sealed)).isEqualTo("geheim-ünd-lang");
        assertThat(new String(sealed, StandardCharsets.ISO_8859_1)).doesNotContain("geheim");
    }

    @Test
    void theSameTokenIsNeverSealedAlike(@TempDir Path folder) throws Exception {
        UUID tenant = UUID.randomUUID();
        TokenVault vault = vault(folder);
        assertThat(vault.seal(tenant, "token")).isNotEqualTo(vault.seal(tenant, "token"));
    }

    @Test
    void anotherKeyAnotherTenantOrAChangedByteOpensNothing(@TempDir Path one, @TempDir Path other) throws Exception {
        UUID tenant = UUID.randomUUID();
        byte[] sealed = vault(one).seal(tenant, "token");
        assertThatThrownBy(() -> vault(other).open(tenant, sealed)).hasMessageContaining("enter it again");
        assertThatThrownBy(() -> vault(one).open(UUID.randomUUID(), sealed)).isInstanceOf(IllegalStateException.class);
        sealed[sealed.length - 1] ^= 1;
        assertThatThrownBy(() -> vault(one).open(tenant, sealed)).isInstanceOf(IllegalStateException.class);
    }

    @Test
    void theKeyFileIsItsOwnersAlone(@TempDir Path folder) throws Exception {
        vault(folder);
        Path file = folder.resolve("tenant-tokens.key");
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
                .isEqualTo("rw-------");
        Files.write(file, new byte[] {1, 2, 3});
        assertThatThrownBy(() -> vault(folder)).hasMessageContaining("has 3 bytes, needed are 32");
    }
}
