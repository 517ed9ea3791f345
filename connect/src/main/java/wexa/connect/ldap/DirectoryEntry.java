package wexa.connect.ldap;

import java.time.Instant;
import java.util.Optional;

/** A person in a directory, by the attributes of {@code inetOrgPerson} (RFC 2798). */
public record DirectoryEntry(
        String userId,
        String givenName,
        String familyName,
        Optional<String> mail,
        Optional<String> phone,
        Optional<String> employeeNumber,
        Optional<String> employeeType,
        Optional<String> title,
        Optional<String> unit,
        Optional<Instant> created) {}
