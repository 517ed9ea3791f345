package wexa.connect.ldap;

import java.util.List;
import java.util.Optional;

/** What one reading of a directory found; no groups where none were asked for. */
public record DirectoryContents(List<DirectoryEntry> people, Optional<List<DirectoryGroup>> groups) {
    public DirectoryContents {
        people = List.copyOf(people);
        groups = groups.map(List::copyOf);
    }
}
