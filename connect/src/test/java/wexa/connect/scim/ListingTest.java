package wexa.connect.scim;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import wexa.connect.Outcome;
import wexa.connect.scim.StrangeTenant.Answer;
import wexa.connect.scim.StrangeTenant.Asked;
import wexa.core.model.Capability;

/** A reading is whole or is not taken, however a tenant counts its pages. */
class ListingTest {
    private static final int ALL = 450;

    /** How a tenant pages: what it says of the total for a page that begins at an index, and of what size a page is. */
    private record Paging(int size, Function<Integer, String> total, boolean heedsStart) {}

    private static int parameter(Asked asked, String name) {
        String query = asked.target().substring(asked.target().indexOf('?') + 1);
        for (String one : query.split("&")) {
            if (one.startsWith(name + "=")) {
                return Integer.parseInt(one.substring(name.length() + 1));
            }
        }
        return 1;
    }

    private static Answer page(Asked asked, Paging paging) {
        int start = paging.heedsStart() ? parameter(asked, "startIndex") : 1;
        int size = Math.min(paging.size(), parameter(asked, "count"));
        List<String> users = new ArrayList<>();
        for (int at = start; at < start + size && at <= ALL; at++) {
            users.add(StrangeTenant.user("u" + at, "user" + at));
        }
        return StrangeTenant.list(paging.total().apply(users.size()), users.toArray(String[]::new));
    }

    private static Outcome<Gathered> read(Function<Asked, Answer> answers) throws Exception {
        try (StrangeTenant tenant = new StrangeTenant(answers)) {
            return Gathered.read(tenant.client(), Set.of(Capability.USERS), new Links());
        }
    }

    private static int whole(Outcome<Gathered> outcome) {
        assertThat(outcome).isInstanceOf(Outcome.Done.class);
        return ((Outcome.Done<Gathered>) outcome)
                .value()
                .observation()
                .strangers()
                .size();
    }

    private static String incomplete(Outcome<Gathered> outcome) {
        assertThat(outcome).isInstanceOf(Outcome.Refused.class);
        assertThat(((Outcome.Refused<?>) outcome).type()).isEqualTo(Listing.INCOMPLETE);
        return ((Outcome.Refused<?>) outcome).detail();
    }

    @Test
    void totalsThatAreMissingPerPageOrTextStillGiveAWholeReading() throws Exception {
        assertThat(whole(read(asked -> page(asked, new Paging(200, size -> "450", true)))))
                .isEqualTo(ALL);
        assertThat(whole(read(asked -> page(asked, new Paging(100, size -> "450", true)))))
                .isEqualTo(ALL);
        assertThat(whole(read(asked -> page(asked, new Paging(100, size -> "\"450\"", true)))))
                .isEqualTo(ALL);
        assertThat(whole(read(asked -> page(asked, new Paging(100, size -> "", true)))))
                .isEqualTo(ALL);
        assertThat(whole(read(asked -> page(asked, new Paging(100, size -> "null", true)))))
                .isEqualTo(ALL);
        assertThat(whole(read(asked -> page(asked, new Paging(100, String::valueOf, true)))))
                .isEqualTo(ALL);
        assertThat(whole(read(asked -> page(asked, new Paging(150, String::valueOf, true)))))
                .isEqualTo(ALL);
    }

    @Test
    void aTotalThatIsWrongIsNoReading() throws Exception {
        assertThat(incomplete(read(asked -> page(asked, new Paging(100, size -> "460", true)))))
                .contains("450 came of 460");
        assertThat(incomplete(read(asked -> page(asked, new Paging(100, size -> "120", true)))))
                .contains("450 came of 120");
    }

    @Test
    void aStartIndexThatIsIgnoredIsNoReadingUnlessEverythingCame() throws Exception {
        assertThat(incomplete(read(asked -> page(asked, new Paging(100, size -> "450", false)))))
                .contains("same page again");
        assertThat(incomplete(read(asked -> page(asked, new Paging(100, size -> "", false)))))
                .contains("no number of all");
        String[] few = IntStream.range(0, 7)
                .mapToObj(at -> StrangeTenant.user("u" + at, "user" + at))
                .toArray(String[]::new);
        assertThat(whole(read(asked -> StrangeTenant.list("7", few)))).isEqualTo(7);
    }

    @Test
    void whatComesTwiceAcrossPagesIsReadAnewAndThenNotTaken() throws Exception {
        List<Integer> starts = new ArrayList<>();
        Function<Asked, Answer> shifting = asked -> {
            int start = parameter(asked, "startIndex");
            starts.add(start);
            // between the first two pages somebody came in front
            return page(
                    new Asked("GET", "?count=100&startIndex=" + (start == 1 ? 1 : start - 1), "", ""),
                    new Paging(100, size -> "451", true));
        };
        assertThat(incomplete(read(shifting))).contains("some of them twice");
        assertThat(starts.stream().filter(start -> start == 1)).hasSize(2);
    }

    @Test
    void aPageThatFailsIsNoReading() throws Exception {
        assertThat(read(asked -> asked.target().contains("startIndex=1&")
                                || asked.target().endsWith("startIndex=1")
                        ? page(asked, new Paging(100, size -> "450", true))
                        : Answer.of(500, "")))
                .isInstanceOf(Outcome.TryLater.class);
        assertThat(incomplete(read(asked -> Answer.of(200, "[]")))).contains("no list");
        assertThat(incomplete(read(asked -> Answer.of(200, "{}")))).contains("no list");
        assertThat(incomplete(read(asked -> Answer.of(200, "{\"error\":\"please wait\"}"))))
                .contains("no list");
        assertThat(incomplete(read(asked -> Answer.of(200, "{\"totalResults\":3}"))))
                .contains("0 came of 3");
        assertThat(whole(read(asked -> Answer.of(200, "{\"totalResults\":0}")))).isZero();
        assertThat(read(asked -> Answer.of(200, "<html>"))).isInstanceOf(Outcome.Refused.class);
    }

    @Test
    void tenantsThatRefuseToLookBehindTheirLastPageAreReadAllTheSame() throws Exception {
        assertThat(whole(read(asked -> asked.target().contains("startIndex=1")
                                && !asked.target().contains("startIndex=10")
                        ? StrangeTenant.list("1", StrangeTenant.user("1", "one"))
                        : Answer.of(400, "{\"detail\":\"startIndex is too large\"}"))))
                .isEqualTo(1);
    }

    @Test
    void anObjectWithoutAnIdIsLeftOutAndSaidAndTheOthersStay() throws Exception {
        Outcome<Gathered> outcome = read(asked ->
                asked.target().contains("startIndex=1&") || asked.target().endsWith("startIndex=1")
                        ? StrangeTenant.list(
                                "3",
                                "{\"userName\":\"nobody\"}",
                                StrangeTenant.user("x".repeat(1_001), "long"),
                                StrangeTenant.user("y".repeat(300), "fine"))
                        : StrangeTenant.list("3"));
        assertThat(whole(outcome)).isEqualTo(1);
        assertThat(((Outcome.Done<Gathered>) outcome).value().remarks())
                .singleElement()
                .asString()
                .contains("2 without an id");
    }

    @Test
    void pagesThatAreTooLargeAreAskedForInSmallerOnes() throws Exception {
        String large = "\"nickName\":\"" + "n".repeat(200_000) + "\"";
        Outcome<Gathered> outcome = read(asked -> {
            int start = parameter(asked, "startIndex");
            int count = parameter(asked, "count");
            List<String> users = new ArrayList<>();
            for (int at = start; at < start + count && at <= 120; at++) {
                users.add(StrangeTenant.user("u" + at, "user" + at, large));
            }
            return StrangeTenant.list("120", users.toArray(String[]::new));
        });
        assertThat(whole(outcome)).isEqualTo(120);
    }
}
