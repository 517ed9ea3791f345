package wexa.server.imports;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.server.testing.Browserless;
import wexa.server.testing.Browserless.Answer;
import wexa.server.testing.Cast;

/** Tables brought in: a result per row, correction in place, one draft, and nothing twice. */
class ImportTest {
    private final Cast cast = Cast.shared();

    ImportTest() throws Exception {}

    private Answer bring(String name, String text) throws Exception {
        return cast.tove.sendText("POST", "/api/v1/imports?name=" + name, text, "Content-Type", "text/csv");
    }

    private JsonNode rows(JsonNode table, String result) throws Exception {
        return cast.tove
                .get("/api/v1/imports/" + table.path("id").asString() + "/rows?limit=1000"
                        + (result.isEmpty() ? "" : "&result=" + result))
                .body()
                .path("rows");
    }

    private JsonNode correct(JsonNode table, JsonNode row, int column, String cell) throws Exception {
        ObjectNode body = cast.tove.object();
        body.put("version", table.path("version").asLong());
        var cells = body.putArray("cells");
        for (int place = 0; place < row.path("cells").size(); place++) {
            cells.add(place == column ? cell : row.path("cells").path(place).asString());
        }
        Answer answer = cast.tove.send(
                "PUT",
                "/api/v1/imports/" + table.path("id").asString() + "/rows/"
                        + row.path("line").asLong(),
                body);
        assertThat(answer.status()).as("%s", answer.body()).isEqualTo(200);
        return answer.body();
    }

    @Test
    void theMayWaveIsBroughtInCorrectedAppliedOnceAndNeverTwice() throws Exception {
        String wave = Files.readString(Path.of("../demo/may-wave.csv"));
        JsonNode table = bring("May%20wave", wave).body();
        assertThat(table.path("sheet").asString()).isEqualTo("PEOPLE");
        assertThat(table.path("columns")
                        .valueStream()
                        .map(column -> column.path("field").asString()))
                .containsExactly(
                        "given", "family", "phone", "kind", "number", "unit", "job", "from", "until", "groups");
        assertThat(table.path("results").path("CREATE").asInt()).isEqualTo(117);
        JsonNode refused = rows(table, "REFUSED");
        assertThat(refused.valueStream().map(row -> row.path("line").asLong())).containsExactly(18L, 59L, 103L);
        assertThat(refused.path(0).path("found").path(0).path("column").asInt()).isEqualTo(5);
        assertThat(refused.path(0).path("found").path(0).path("text").asString())
                .contains("south-pier");

        table = correct(table, refused.path(0), 5, "south-bay");
        table = correct(table, refused.path(1), 7, "2027-05-03");
        table = correct(table, refused.path(2), 4, "60999");
        assertThat(table.path("results").path("CREATE").asInt()).isEqualTo(120);

        String path = "/api/v1/imports/" + table.path("id").asString();
        JsonNode draft =
                cast.tove.send("POST", path + "/draft", cast.tove.object()).body();
        assertThat(draft.path("entries").size()).isEqualTo(360);
        assertThat(draft.path("summary").path("toSettle").asInt()).isZero();
        Answer applied = cast.tove.apply(draft);
        assertThat(applied.status()).as("%s", applied.body()).isEqualTo(200);

        JsonNode again = cast.tove.get(path).body();
        assertThat(again.path("results").path("UNCHANGED").asInt()).isEqualTo(120);
        assertThat(cast.tove.send("POST", path + "/draft", cast.tove.object()).status())
                .isEqualTo(409);
        String results = cast.tove.get(path + "/results").response().body();
        assertThat(results.lines()).hasSize(121).anyMatch(line -> line.startsWith("2,unchanged,"));
    }

    @Test
    void whatIsThereWrittenAndBroughtInChangesNothing() throws Exception {
        for (String sheet : List.of("PEOPLE", "MEMBERSHIPS", "ASSIGNMENTS")) {
            String text =
                    cast.tove.get("/api/v1/imports/sheets/" + sheet).response().body();
            JsonNode table = bring(sheet, text).body();
            assertThat(table.path("sheet").asString()).isEqualTo(sheet);
            assertThat(table.path("rows").asInt()).isGreaterThan(5);
            assertThat(rows(table, "")
                            .valueStream()
                            .filter(row -> !row.path("result").asString().equals("UNCHANGED")))
                    .as(sheet)
                    .isEmpty();
        }
    }

    @Test
    void peopleComeAndGoAsLdif() throws Exception {
        Browserless.Answer everybody = cast.tove.get("/api/v1/imports/people.ldif");
        assertThat(everybody.response().headers().firstValue("Content-Type").orElse(""))
                .startsWith("text/ldif");
        String text = everybody.response().body();
        assertThat(text).contains("dn: uid=ines.abara,ou=people,dc=skerrow,dc=example");
        JsonNode same = bring("everybody.ldif", text).body();
        assertThat(same.path("sheet").asString()).isEqualTo("PEOPLE");
        assertThat(same.path("results").path("CREATE").asInt()).isZero();
        assertThat(same.path("results").path("CHANGE").asInt()).isZero();
        assertThat(same.path("results").path("UNCHANGED").asInt()).isGreaterThan(600);
        String one = "version: 1\n\ndn: uid=new.ldif,ou=people,dc=skerrow,dc=example\nobjectClass: inetOrgPerson\n"
                + "uid: new.ldif\ngivenName:: Wm/DqQ==\nsn: Of LDIF\nemployeeType: volunteer\ntitle: Guide\nou: north-pier\n";
        JsonNode fresh = bring("one.ldif", one + "\ndn: nonsense\nsn: x\n").body();
        assertThat(fresh.path("results").path("CREATE").asInt()).isEqualTo(1);
        assertThat(fresh.path("problem").asString()).contains("line 12");
    }

    @Test
    void columnsThatAreNotKnownAreMatchedByHand() throws Exception {
        JsonNode table =
                bring("Odd", "Vorname,Nachname,Schuhgr\n=1+1,Arkwell,42\n").body();
        assertThat(table.path("missing").valueStream().map(JsonNode::asString))
                .containsExactly("given name", "family name");
        String path = "/api/v1/imports/" + table.path("id").asString();
        ObjectNode matching = cast.tove.object("sheet", "PEOPLE");
        matching.put("version", table.path("version").asLong());
        matching.putArray("fields").add("given").add("family").addNull();
        JsonNode matched = cast.tove.send("PUT", path + "/columns", matching).body();
        assertThat(matched.path("results").path("CREATE").asInt()).isEqualTo(1);
        assertThat(cast.tove.send("PUT", path + "/columns", matching).status())
                .as("made on an older version")
                .isEqualTo(412);
        assertThat(cast.tove.get(path + "/results").response().body()).contains("'=1+1");
        matching.put("version", matched.path("version").asLong());
        matching.putArray("fields").add("given").add("given").addNull();
        Answer twice = cast.tove.send("PUT", path + "/columns", matching);
        assertThat(twice.status()).isEqualTo(400);
        assertThat(twice.body().path("fields").path(0).path("field").asString()).isEqualTo("fields");
    }

    @Test
    void rowsArePagedByResultAndOnlyRowsThatAreThereAreCorrected() throws Exception {
        StringBuilder text = new StringBuilder("given name,family name,unit\n");
        for (int row = 0; row < 250; row++) {
            text.append("Row")
                    .append(row)
                    .append(",Paged,")
                    .append(row % 5 == 0 ? "nowhere" : "")
                    .append('\n');
        }
        JsonNode table = bring("Paged", text.toString()).body();
        String path = "/api/v1/imports/" + table.path("id").asString();
        assertThat(table.path("results").path("REFUSED").asInt()).isEqualTo(50);
        JsonNode stretch =
                cast.tove.get(path + "/rows?result=CREATE&from=190&limit=100").body();
        assertThat(stretch.path("total").asInt()).isEqualTo(200);
        assertThat(stretch.path("rows").size()).isEqualTo(10);
        assertThat(cast.tove.get(path + "/rows?result=MAYBE").status()).isEqualTo(400);
        ObjectNode cells = cast.tove.object();
        cells.put("version", table.path("version").asLong());
        cells.putArray("cells").add("A").add("B").add("");
        assertThat(cast.tove.send("PUT", path + "/rows/9999", cells).status()).isEqualTo(404);
        cells.putArray("cells").add("A");
        Answer few = cast.tove.send("PUT", path + "/rows/2", cells);
        assertThat(few.status()).isEqualTo(400);
        assertThat(few.text("detail")).contains("one cell for each of the 3 columns");
        assertThat(cast.tove.get("/api/v1/imports").body().path(0).path("name").asString())
                .as("the newest first")
                .isEqualTo("Paged");
    }

    @Test
    void aTableOfSheetsToFillHasItsHeaderAlone() throws Exception {
        String empty = cast.tove
                .get("/api/v1/imports/sheets/MEMBERSHIPS?filled=false")
                .response()
                .body();
        assertThat(empty.strip()).isEqualTo("member,group,first day,last day,reason");
        JsonNode filled = bring("Filled", empty + "ines.abara,guides,2027-01-01,2027-02-01,winter tours\n")
                .body();
        assertThat(filled.path("results").path("CREATE").asInt()).isEqualTo(1);
    }

    @Test
    void whatIsNoTableSaysWhyAndTheWayOut() throws Exception {
        assertThat(bring("Empty", "").text("detail")).contains("Its first line must name the columns");
        assertThat(bring("Header", "given name,family name\n").text("detail")).contains("no rows");
        assertThat(bring("Twice", "mail,Mail\na,b\n").text("detail")).contains("Two columns are called");
        Answer cut = bring("Cut", "given name,family name\nPim,Arkwell\n\"No,End\n");
        assertThat(cut.status()).isEqualTo(201);
        assertThat(cut.text("problem")).contains("line 3").contains("not closed");
        Browserless bram = Browserless.signedIn(cast.stage.address(), "bram", "south-bay-2026");
        assertThat(bram.sendText("POST", "/api/v1/imports?name=x", "a\nb\n", "Content-Type", "text/csv")
                        .status())
                .isEqualTo(403);
    }
}
