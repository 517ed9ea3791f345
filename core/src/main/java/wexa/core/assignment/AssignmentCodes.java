package wexa.core.assignment;

import wexa.core.finding.Code;

/** What can stand against giving roles. */
public final class AssignmentCodes {
    public static final Code ASSIGNMENT_OVERLAPS = Code.block(
            "assignment.overlaps", "The role is given there already until {until}. Change that assignment instead.");

    public static final Code AREA_NOT_IN_TENANT = Code.block(
            "assignment.area-not-in-tenant", "Area “{value}” does not belong to {tenant}. Choose one of its areas.");

    public static final Code ENGAGEMENT_OF_OTHER =
            Code.block("assignment.engagement-of-other", "The engagement belongs to somebody else.");

    public static final Code ASSIGNMENT_INERT = Code.warn(
            "assignment.inert",
            facts -> "“" + facts.get("role") + "” grants nothing without an area in " + facts.get("tenant") + "."
                    + (facts.get("nearestName").isEmpty()
                            ? ""
                            : " Nearest that fits: " + facts.get("nearestName") + "."));

    public static final Code ROLE_IN_PREPARATION = Code.block(
            "assignment.role-in-preparation",
            "The role “{value}” is in preparation. Put it in use before you give it.");

    public static final Code ROLE_CLOSED =
            Code.block("assignment.role-closed", "The role “{value}” is closed to new assignments. Give another one.");

    public static final Code NOT_MANAGED = Code.warn(
            "tenant.not-managed",
            "“{role}” is not managed in {tenant}: nothing says how it is written there, so nothing is sent."
                    + " Bind it to a group of the tenant on the role's page.");

    public static final Code COVERED_BY_ANOTHER = Code.block(
            "assignment.covered-by-another",
            "Somebody else has to cover for an absence: choose a person, and another than the one who is away.");

    private AssignmentCodes() {}
}
