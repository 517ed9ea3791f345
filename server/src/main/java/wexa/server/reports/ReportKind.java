package wexa.server.reports;

/** What is reported. */
public enum ReportKind {
    PEOPLE("People per application"),
    ROLES("Who has which role"),
    MOVEMENTS("Joiners, movers, leavers"),
    LEAVERS("Control of leavers"),
    SEATS("Seat usage"),
    COSTS("Seat costs"),
    UNOWNED("Orphaned accounts"),
    LOG("Changes per day");

    private final String title;

    ReportKind(String title) {
        this.title = title;
    }

    public String title() {
        return title;
    }
}
