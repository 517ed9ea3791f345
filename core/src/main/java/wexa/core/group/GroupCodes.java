package wexa.core.group;

import wexa.core.finding.Code;

/** What can stand against changes to groups and memberships. */
public final class GroupCodes {
    public static final Code GROUP_KEY_TAKEN = Code.block(
            "group.key-taken", "The short name {value} belongs to the group “{holder}”. {free} is available.");

    public static final Code GROUP_NAME_TAKEN =
            Code.block("group.name-taken", "“{value}” would be taken for the group “{holder}”. Use another name.");

    public static final Code GROUP_NAME_RESERVED = Code.block(
            "group.name-reserved", "“{value}” means everybody, nobody or the system itself. Use another name.");

    public static final Code GROUP_HAS_NO_RULE =
            Code.block("group.has-no-rule", "Members of {value} are added one by one; it has no rule to change.");

    public static final Code GROUP_OF_DIRECTORY =
            Code.block("group.of-directory", "{value} is managed by the directory. Change it there.");

    public static final Code GROUP_NOT_OF_DIRECTORY = Code.block(
            "group.not-of-directory", "{value} is not a directory's group, so no directory can list its members.");

    public static final Code GROUP_NOT_ASSIGNED = Code.block(
            "membership.group-not-assigned",
            facts -> "Members of " + facts.value() + " are managed by "
                    + (facts.get("kind").equals("RULED") ? "its rule" : "the directory") + ", not one by one.");

    public static final Code MEMBERSHIP_OVERLAPS =
            Code.block("membership.overlaps", "Already a member until {until}. Change that membership instead.");

    public static final Code MEMBERSHIP_CYCLE =
            Code.block("membership.cycle", "That would make a group contain itself: {circle}.");

    private GroupCodes() {}
}
