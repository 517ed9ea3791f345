package wexa.core.leaving;

import java.util.Map;
import java.util.Optional;
import wexa.core.model.Fact;
import wexa.core.model.Tenant;
import wexa.core.value.Id;
import wexa.core.value.Window;

/**
 * Something that a person who leaves holds, or answers for.
 *
 * @param held what it is
 * @param tenant where it is, if it is anywhere
 * @param change the change that sees to it; none where nothing has to be done here, or nobody takes over
 */
public record Holding(What what, Held held, Optional<Id<Tenant>> tenant, Fate fate, Optional<Planned> change) {
    /**
     * A thing, in words.
     *
     * @param fact what it is in the model
     * @param through how it came to the person; empty where that goes without saying
     */
    public record Held(Fact fact, String title, String through, Window window) {}

    public Fact fact() {
        return held.fact();
    }

    public Window window() {
        return held.window();
    }

    /** In the order in which they end: sign-in first, then what it gives access to, then seats, and then why they were here. */
    public enum What {
        ACCOUNT,
        MEMBERSHIP,
        ROLE,
        SEAT,
        INVITATION,
        ENGAGEMENT,
        OWNS_GROUP,
        OWNS_ACCOUNT,
        OWNS_ROLE,
        OWNS_RULE,
        OWNS_VARIANT,
        LEADS_UNIT,
        MANAGES,
        NAMED_IN_FIELD;

        /** Whether somebody else can take it over. */
        public boolean isResponsibility() {
            return ordinal() >= OWNS_GROUP.ordinal();
        }
    }

    /** What becomes of it. */
    public enum Fate {
        ENDS,
        /** It had not begun. */
        CANCELLED,
        /** By itself, with something else here that ends. */
        FOLLOWS,
        /** A directory decides, and has to be told there. */
        ELSEWHERE,
        PASSED_ON,
        /** Others answer for it as well, and go on. */
        LEFT_TO_OTHERS,
        /** Nobody takes it over, and somebody has to be chosen. */
        LEFT_OPEN,
        /** Another engagement goes on, for which it stays. */
        STAYS
    }

    /** A change, as an entry of a draft has it. */
    public record Planned(String form, Map<String, String> fields) {
        public Planned {
            fields = Map.copyOf(fields);
        }
    }
}
