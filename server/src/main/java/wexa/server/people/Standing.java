package wexa.server.people;

import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import wexa.core.change.Days;
import wexa.core.lifecycle.MainEngagement;
import wexa.core.lifecycle.PersonStatus;
import wexa.core.model.Absence;
import wexa.core.model.Engagement;
import wexa.core.model.Kind;
import wexa.core.model.Model;
import wexa.core.model.Person;
import wexa.server.people.HelpView.Finding;
import wexa.server.people.HelpView.Help;
import wexa.server.people.HelpView.Severity;

/** Why somebody who is not at work cannot sign in anywhere. */
final class Standing {
    private Standing() {}

    static Optional<Finding> finding(Model model, Person person, Instant now, ZoneId zone) {
        List<Engagement> engagements = model.table(Kind.ENGAGEMENT).by(Engagement.BY_PERSON, person.id());
        Optional<Engagement> engagement = MainEngagement.of(engagements, now);
        PersonStatus status = PersonStatus.of(model, person.id(), engagements, now);
        String about = engagement.map(one -> one.job() + ". ").orElse("");
        return switch (status) {
            case EXPECTED ->
                Optional.of(HelpService.everywhere(
                        Severity.STOPS,
                        "NOT_STARTED",
                        "Has not started",
                        about + "Starts on "
                                + engagement
                                        .map(one -> Days.words(one.window().from(), 0, zone))
                                        .orElse("a day that is not known")
                                + ". Accounts work from then on.",
                        Help.ASK,
                        null));
            case LEFT ->
                Optional.of(HelpService.everywhere(
                        Severity.STOPS,
                        "LEFT",
                        "Has left",
                        about + "The last day was "
                                + engagement
                                        .map(one -> Days.words(one.window().until(), 1, zone))
                                        .orElse("not recorded")
                                + ".",
                        Help.ASK,
                        null));
            case PAUSED ->
                Optional.of(HelpService.everywhere(
                        Severity.STOPS,
                        "ON_LEAVE",
                        "Is on leave",
                        "Until "
                                + PersonStatus.stopping(model, person.id(), now)
                                        .map(Absence::window)
                                        .filter(window -> !window.isOpenEnded())
                                        .map(window -> Days.words(window.until(), 1, zone))
                                        .orElse("further notice")
                                + ". Accounts are closed meanwhile, and open again on the day of the return.",
                        Help.ASK,
                        null));
            case SUSPENDED ->
                Optional.of(HelpService.everywhere(
                        Severity.STOPS,
                        "SUSPENDED",
                        "Is suspended",
                        "Accounts are closed until the suspension is lifted on the person’s page.",
                        Help.ASK,
                        null));
            case UNENGAGED ->
                Optional.of(HelpService.everywhere(
                        Severity.STOPS,
                        "NOT_ENGAGED",
                        "Has no engagement",
                        "Without an engagement they have no access.",
                        Help.ASK,
                        null));
            case HERE -> Optional.empty();
        };
    }
}
