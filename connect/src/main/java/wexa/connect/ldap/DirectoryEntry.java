package wexa.connect.ldap;

import java.time.Instant;
import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * A person in a directory, by the attributes of {@code inetOrgPerson} (RFC 2798).
 *
 * @param id what the entry is known by for good: {@code entryUUID} (RFC 4530) or the attribute that is set, else its name
 * @param dn its name in the directory (RFC 4514)
 * @param userId its {@code uid}; empty where it has none
 * @param problem why nothing of it can be used, such as a value that is too long; the entry is there all the same
 * @param attributes others that were asked for, by their names in lower case
 */
public record DirectoryEntry(
        String id,
        String dn,
        String userId,
        String givenName,
        String familyName,
        Optional<String> mail,
        Optional<String> phone,
        Optional<String> employeeNumber,
        Optional<String> employeeType,
        Optional<String> title,
        Optional<String> unit,
        Optional<Instant> created,
        Optional<String> problem,
        Map<String, String> attributes) {
    public DirectoryEntry {
        // what was kept before others could be asked for has none
        attributes = attributes == null ? Map.of() : Collections.unmodifiableMap(new TreeMap<>(attributes));
    }
}
