package wexa.core.intake;

import com.google.i18n.phonenumbers.NumberParseException;
import com.google.i18n.phonenumbers.PhoneNumberUtil;
import com.google.i18n.phonenumbers.PhoneNumberUtil.ValidationResult;
import java.util.Optional;
import wexa.core.model.Phone;

/**
 * Whether a number of E.164 form can be somebody's: its country has such numbers, and it has as many digits as they have.
 * Whether it is in use is not asked, so that ranges kept for fiction pass.
 */
final class PhoneNumbers {
    /** What is wrong with a number. */
    enum Fault {
        NO_SUCH_COUNTRY,
        TOO_SHORT,
        TOO_LONG
    }

    private PhoneNumbers() {}

    /** Empty for a number that can be. */
    static Optional<Fault> fault(Phone phone) {
        PhoneNumberUtil numbers = PhoneNumberUtil.getInstance();
        try {
            ValidationResult result = numbers.isPossibleNumberWithReason(numbers.parse(phone.text(), null));
            return switch (result) {
                case IS_POSSIBLE -> Optional.empty();
                case INVALID_COUNTRY_CODE -> Optional.of(Fault.NO_SUCH_COUNTRY);
                // within an area only: nobody outside could call it
                case IS_POSSIBLE_LOCAL_ONLY, TOO_SHORT -> Optional.of(Fault.TOO_SHORT);
                case INVALID_LENGTH, TOO_LONG -> Optional.of(Fault.TOO_LONG);
            };
        } catch (NumberParseException unreadable) {
            return Optional.of(
                    switch (unreadable.getErrorType()) {
                        case INVALID_COUNTRY_CODE -> Fault.NO_SUCH_COUNTRY;
                        case TOO_LONG -> Fault.TOO_LONG;
                        case NOT_A_NUMBER, TOO_SHORT_AFTER_IDD, TOO_SHORT_NSN -> Fault.TOO_SHORT;
                    });
        }
    }
}
