package wexa.server.directory;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import wexa.connect.Encryption;
import wexa.connect.Trust;
import wexa.connect.ldap.LdapDirectory;

/** Directories that are set with the server's other properties. {@code key} is the home of the people in it. */
@ConfigurationProperties("wexa.directory")
public record DirectorySettings(List<Source> sources, Duration interval, Duration closingInterval) {
    public DirectorySettings {
        sources = sources == null ? List.of() : List.copyOf(sources);
        interval = interval == null ? Duration.ofMinutes(10) : interval;
        closingInterval = closingInterval == null ? Duration.ofSeconds(30) : closingInterval;
    }

    /**
     * One directory.
     *
     * @param groupsDn empty where no groups are read from it
     * @param idAttribute by what its entries are known for good
     * @param certificates in PEM, whose directory is believed; empty for whom the machine trusts
     * @param limit how long one answer may take
     * @param disabledBy how it says that an entry is disabled; nothing where it says it in no way that is known here
     * @param lack why it cannot be read as it is set; empty where nothing is lacking
     */
    public record Source(
            String key,
            String name,
            String host,
            int port,
            @DefaultValue("NONE") Encryption encryption,
            String bindDn,
            String bindPassword,
            String peopleDn,
            @DefaultValue("") String groupsDn,
            @DefaultValue(LdapDirectory.ENTRY_UUID) String idAttribute,
            @DefaultValue("") String certificates,
            @DefaultValue("5s") Duration limit,
            @DefaultValue("false") boolean isPaused,
            @Nullable Disabling disabledBy,
            @DefaultValue("") String lack) {
        Optional<Disabling> disabling() {
            return Optional.ofNullable(disabledBy);
        }

        Source withPassword(String password) {
            return copy(password, disabledBy, "");
        }

        Source with(Disabling other) {
            return copy(bindPassword, other, lack);
        }

        private Source copy(String password, @Nullable Disabling other, String lacking) {
            return new Source(
                    key,
                    name,
                    host,
                    port,
                    encryption,
                    bindDn,
                    password,
                    peopleDn,
                    groupsDn,
                    idAttribute,
                    certificates,
                    limit,
                    isPaused,
                    other,
                    lacking);
        }

        /** How it is reached with a login. */
        LdapDirectory.Settings reached(String login, String withPassword) {
            return new LdapDirectory.Settings(
                    host,
                    port,
                    encryption,
                    login,
                    withPassword,
                    peopleDn,
                    Optional.of(groupsDn).filter(name -> !name.isEmpty()),
                    idAttribute,
                    Trust.of(certificates),
                    limit);
        }
    }

    /**
     * How a directory says that an entry is disabled: by a value of an attribute. Where there is a login that may write it, Wexa
     * disables the entries of people who left or are stopped.
     *
     * @param writeDn empty where somebody disables entries by hand
     * @param since who was out before stays as they are until somebody asks for it
     */
    public record Disabling(
            String attribute,
            String value,
            @DefaultValue("") String writeDn,
            @DefaultValue("") String writePassword,
            @Nullable Instant since) {
        Disabling withPassword(String password) {
            return new Disabling(attribute, value, writeDn, password, since);
        }

        boolean writes() {
            return !writeDn.isEmpty();
        }

        /** Names of attributes have no case, and neither have most of their values (RFC 4517 4.2). */
        boolean isDisabled(Map<String, String> attributes) {
            return value.equalsIgnoreCase(attributes.getOrDefault(attribute.toLowerCase(Locale.ROOT), ""));
        }

        /** Whether somebody who went out then is to be disabled without being asked for. */
        boolean covers(Instant out) {
            return writes() && (since == null || !out.isBefore(since));
        }
    }
}
