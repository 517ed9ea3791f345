package wexa.connect.ldap;

import java.util.List;
import java.util.Optional;

/**
 * What one reading of a directory found; no groups where none were asked for.
 *
 * @param remarks what was left out and why, with the names of the entries
 */
public record DirectoryContents(
        List<DirectoryEntry> people, Optional<List<DirectoryGroup>> groups, List<String> remarks) {
    public DirectoryContents {
        people = List.copyOf(people);
        groups = groups.map(List::copyOf);
        remarks = List.copyOf(remarks);
    }
}
