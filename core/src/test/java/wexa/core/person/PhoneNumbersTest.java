package wexa.core.person;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.i18n.phonenumbers.PhoneNumberUtil;
import com.google.i18n.phonenumbers.PhoneNumberUtil.PhoneNumberFormat;
import com.google.i18n.phonenumbers.Phonenumber.PhoneNumber;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import wexa.core.RandomModel;
import wexa.core.intake.Entry;
import wexa.core.intake.Intake;
import wexa.core.value.Phone;

class PhoneNumbersTest {
    @ParameterizedTest
    @ValueSource(
            strings = {"+44 1632 960123", "+44 7700 900123", "+1 202 555 0143", "+61 491 570 156", "+49 30 23125000"})
    void numbersThatCanBeDialledPassThoseKeptForFictionToo(String text) {
        assertThat(PhoneNumbers.fault(Phone.of(text))).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "+999 1632 960123, NO_SUCH_COUNTRY",
        "+44 1632 96, TOO_SHORT",
        "+44 1632 960 123 45, TOO_LONG",
        "+1 202 555, TOO_SHORT",
        "+1 202 555 01432, TOO_LONG"
    })
    void whatCannotBeIsSaidWithItsFault(String text, PhoneNumbers.Fault fault) {
        assertThat(PhoneNumbers.fault(Phone.of(text))).contains(fault);
    }

    @Test
    void theExampleNumberOfEveryCountryPasses() {
        PhoneNumberUtil numbers = PhoneNumberUtil.getInstance();
        int countries = 0;
        for (String region : numbers.getSupportedRegions()) {
            PhoneNumber example = numbers.getExampleNumber(region);
            if (example != null) {
                Phone phone = Phone.of(numbers.format(example, PhoneNumberFormat.INTERNATIONAL));
                assertThat(PhoneNumbers.fault(phone))
                        .as("%s of %s", phone, region)
                        .isEmpty();
                countries++;
            }
        }
        assertThat(countries).isGreaterThan(200);
    }

    @Test
    void aPersonsNumberIsTidiedAndCheckedAsItIsTyped() {
        RandomModel made = new RandomModel(1);
        Intake intake = new Intake(made.model(), java.time.ZoneOffset.UTC, RandomModel.NOW);
        Map<String, String> edit = Map.of("person", made.people.get(0).id().toString(), "phone", "+44 (1632) 960-123");
        assertThat(read(intake, edit).change().orElseThrow().toString()).contains("+441632960123");
        Intake.Result wrong =
                read(intake, Map.of("person", made.people.get(0).id().toString(), "phone", "+44 1632 96"));
        assertThat(wrong.change()).isEmpty();
        assertThat(wrong.findings())
                .singleElement()
                .satisfies(finding -> assertThat(
                                List.of(finding.path(), finding.code().text()))
                        .containsExactly("phone", "person.phone-impossible"))
                .satisfies(finding -> assertThat(finding.facts()).containsEntry("fault", "TOO_SHORT"));
    }

    private static Intake.Result read(Intake intake, Map<String, String> fields) {
        return intake.read(new Entry(new Entry.Id(UUID.randomUUID()), "person.edit", fields));
    }
}
