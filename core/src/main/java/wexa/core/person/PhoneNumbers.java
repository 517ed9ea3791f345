package wexa.core.person;

import com.google.i18n.phonenumbers.NumberParseException;
import com.google.i18n.phonenumbers.PhoneNumberUtil;
import com.google.i18n.phonenumbers.PhoneNumberUtil.ValidationResult;
import java.util.Optional;
import wexa.core.change.Reading;
import wexa.core.change.Type;
import wexa.core.change.Types;
import wexa.core.sentence.Shape;
import wexa.core.value.Phone;

/**
 * Numbers of E.164 form that can be somebody's: their country has such numbers, and they have as many digits as it wants.
 * Whether one is in use is not asked, so that ranges kept for fiction pass.
 */
final class PhoneNumbers implements Type<Phone> {
    private static final Type<Phone> PLAIN = Types.parsed(
            "a telephone number", "Write it with the country, as +44 1632 960123.", Phone::accepts, Phone::of);

    /** What is wrong with a number. */
    enum Fault {
        NO_SUCH_COUNTRY,
        TOO_SHORT,
        TOO_LONG
    }

    @Override
    public String what() {
        return PLAIN.what();
    }

    @Override
    public Optional<Phone> read(String text, Reading in) {
        Optional<Phone> phone = PLAIN.read(text, in);
        phone.flatMap(PhoneNumbers::fault)
                .ifPresent(fault -> in.report(
                        PersonCodes.PHONE_IMPOSSIBLE, "value", phone.get().text(), "fault", fault.name()));
        return phone;
    }

    @Override
    public String write(Phone value) {
        return PLAIN.write(value);
    }

    @Override
    public Shape shape() {
        return PLAIN.shape();
    }

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
