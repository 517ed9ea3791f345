package wexa.core.engagement;

import wexa.core.finding.Code;

/** What can stand against changes to engagements. */
public final class EngagementCodes {
    public static final Code STAFF_NUMBER_TAKEN =
            Code.block("engagement.staff-number-taken", "Staff number {value} belongs to {holder}. Check the number.");

    public static final Code HOME_UNFIT = Code.warn(
            "engagement.home-unfit",
            facts -> facts.get("holder") + "'s home organisation is " + facts.get("home") + ", and "
                    + (facts.get("kind").equals("partner")
                            ? "partners belong to their own."
                            : "whoever works here as " + facts.get("kind") + " belongs to ours.")
                    + " Choose the home organisation where they belong.");

    private EngagementCodes() {}
}
