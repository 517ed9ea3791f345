package wexa.server.directory;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import wexa.connect.Encryption;
import wexa.core.directory.Pair;

/** The directories with how fresh they are, and people and entries that do not go together as they should. */
public record PairsView(List<DirectoryView> directories, List<PairView> pairs, int total) {
    /**
     * A directory: entries that are nobody's here are newcomers, people whose entry says the same agree. {@code groups} is
     * how many it lists, nothing where none are read; {@code shifting} are the first of those that are otherwise here.
     */
    public record DirectoryView(
            String key,
            String name,
            @Nullable SourceView source,
            Disabled disabled,
            boolean isPaused,
            String state,
            String detail,
            @Nullable Instant doneAt,
            int entries,
            int newcomers,
            int agreeing,
            @Nullable Integer groups,
            List<GroupLine> shifting,
            int shiftingInAll) {}

    /** How entries of people who leave are disabled there. */
    public enum Disabled {
        BY_WEXA,
        BY_HAND,
        /** It is not set how the directory marks them, so that nobody can tell. */
        NOT_KNOWN
    }

    /** How a directory that was connected here is reached, without its password. */
    public record SourceView(
            String host,
            int port,
            Encryption encryption,
            String bindDn,
            boolean hasPassword,
            String peopleDn,
            String groupsDn,
            String idAttribute,
            String certificates,
            int limitSeconds,
            String disabledAttribute,
            String disabledValue,
            String writeDn,
            boolean hasWritePassword) {}

    /** How a group is otherwise than here. */
    public enum Shifting {
        /** It is not here yet. */
        NEW,
        /** Its members or what it is about. */
        OTHERWISE,
        /** It is here, and its directory lists it no longer. */
        VANISHED
    }

    /**
     * A directory's group that is otherwise here: who would come in and go out; how many of its members are people whom
     * nobody here is linked to, or no people at all.
     */
    public record GroupLine(
            String name, @Nullable UUID group, Shifting kind, int joining, int leaving, int notHere, int unread) {}

    /** A person and an entry side by side; no entry where it vanished. */
    public record PairView(
            String directory,
            Pair.Case kind,
            PersonSide person,
            @Nullable EntrySide listed,
            List<String> same,
            List<String> differing,
            List<ValueLine> values) {}

    /** A value of one of the organisation's own fields, here and as the directory says it. */
    public record ValueLine(String label, String here, String there) {}

    /** What is known here. */
    public record PersonSide(
            UUID id,
            String handle,
            String given,
            String family,
            @Nullable String mail,
            @Nullable String phone,
            String numbers,
            @Nullable String entry) {}

    /**
     * What the directory says.
     *
     * @param fields the organisation's own fields with what the directory says of them, as an edit has them
     */
    public record EntrySide(
            String id,
            String userId,
            String given,
            String family,
            @Nullable String mail,
            @Nullable String phone,
            @Nullable String number,
            String fields) {}
}
