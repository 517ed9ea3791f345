package wexa.core.access;

import wexa.core.model.GroupKind;

/** Why somebody is in a group: put in by hand, by the group's rule, or through the directory. */
public enum Origin {
    ASSIGNED,
    RULED,
    DIRECTORY;

    static Origin of(GroupKind kind) {
        return switch (kind) {
            case ASSIGNED -> ASSIGNED;
            case RULED -> RULED;
            case DIRECTORY -> DIRECTORY;
        };
    }
}
