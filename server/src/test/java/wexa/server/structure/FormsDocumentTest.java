package wexa.server.structure;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;
import wexa.core.change.Author;
import wexa.core.change.Field;
import wexa.core.change.Form;
import wexa.core.change.Nature;
import wexa.core.change.Need;
import wexa.core.registry.Forms;

/** What the pages and the manual know of the forms of changes is what the core knows. {@code ./wexa openapi} writes it anew. */
class FormsDocumentTest {
    private static final Path FOR_PAGES = Path.of("../web/forms.json");
    private static final Path FOR_PEOPLE = Path.of("../docs/sentences.md");
    private static final String BEGIN = "<!-- generated: the forms -->\n";
    private static final String END = "<!-- end of what is generated -->\n";

    private static List<Form> forms() {
        return Forms.all().stream()
                .filter(form -> form.author() != Author.SETTINGS)
                .toList();
    }

    private static String json() {
        JsonMapper json =
                JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();
        ObjectNode root = json.createObjectNode();
        for (Form form : forms()) {
            ObjectNode one = root.putObject(form.name());
            one.put("title", form.title());
            one.put("thing", form.kind().text());
            one.put("nature", form.nature().name());
            one.put("author", form.author().name());
            one.put("sentence", form.phrase().shown());
            ArrayNode fields = one.putArray("fields");
            for (Field<?> field : form.fields()) {
                fields.addObject()
                        .put("name", field.name())
                        .put("label", field.label())
                        .put("what", field.type().what())
                        .put("needed", isNeeded(field, form));
            }
        }
        return json.writeValueAsString(root) + "\n";
    }

    /** In a change, what is not given stays as it was. */
    private static boolean isNeeded(Field<?> field, Form form) {
        return field.need() == Need.REQUIRED
                && (form.nature() != Nature.CHANGES || field.name().equals(form.target()));
    }

    private static String table() {
        StringBuilder table = new StringBuilder("| change | sentence |\n| --- | --- |\n");
        for (Form form : forms()) {
            if (form.author() == Author.ADMINISTRATOR) {
                table.append("| ")
                        .append(form.title())
                        .append(" | `")
                        .append(form.phrase().shown().replace("|", "\\|"))
                        .append("` |\n");
            }
        }
        return table.toString();
    }

    @Test
    void thePagesKnowTheFormsOfTheCore() throws IOException {
        require(FOR_PAGES, json());
    }

    @Test
    void theManualKnowsTheGrammarOfTheCore() throws IOException {
        String page = Files.readString(FOR_PEOPLE);
        int begin = page.indexOf(BEGIN) + BEGIN.length();
        require(FOR_PEOPLE, page.substring(0, begin) + table() + page.substring(page.indexOf(END)));
    }

    private static void require(Path file, String text) throws IOException {
        if (Boolean.getBoolean("wexa.openapi.write")) {
            Files.writeString(file, text);
        }
        assertThat(Files.exists(file) ? Files.readString(file) : "")
                .as(file + " differs from the forms of the core; run ./wexa openapi and commit it")
                .isEqualTo(text);
    }
}
