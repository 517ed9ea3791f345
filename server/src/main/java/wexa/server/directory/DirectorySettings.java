package wexa.server.directory;

import java.time.Duration;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import wexa.connect.Encryption;
import wexa.connect.ldap.LdapDirectory;

/** Directories that are set with the server's other properties. {@code key} is the home of the people in it. */
@ConfigurationProperties("wexa.directory")
public record DirectorySettings(List<Source> sources, Duration interval) {
    public DirectorySettings {
        sources = sources == null ? List.of() : List.copyOf(sources);
        interval = interval == null ? Duration.ofMinutes(10) : interval;
    }

    /**
     * One directory.
     *
     * @param groupsDn empty where no groups are read from it
     * @param idAttribute by what its entries are known for good
     * @param certificates in PEM, whose directory is believed; empty for whom the machine trusts
     * @param limit how long one answer may take
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
            @DefaultValue("") String lack) {
        Source withPassword(String password) {
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
                    "");
        }
    }
}
