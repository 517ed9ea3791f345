package wexa.server.structure;

import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.io.IOException;
import java.io.InputStream;
import java.lang.classfile.ClassFile;
import java.lang.classfile.ClassModel;
import java.lang.classfile.CodeElement;
import java.lang.classfile.Opcode;
import java.lang.classfile.instruction.InvokeDynamicInstruction;
import java.lang.classfile.instruction.TypeCheckInstruction;
import java.lang.constant.ClassDesc;
import java.util.Arrays;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import wexa.core.model.Fact;

/**
 * Only the rooms tell kinds of facts apart. Looked for in the class files: a switch over types is no instanceof there, but
 * an invokedynamic with the types among its arguments.
 */
class FactTypesTest {
    private static final Set<ClassDesc> FACTS = Arrays.stream(Fact.class.getPermittedSubclasses())
            .map(type -> ClassDesc.of(type.getName()))
            .collect(Collectors.toSet());

    private static final Pattern ROOMS = Pattern.compile(
            "wexa\\.core\\.(model|unit|person|engagement|group|tenant|role|account|assignment|registry)\\..*");

    private static boolean tellsFactsApart(JavaClass type) {
        try (InputStream bytes = type.getSource().orElseThrow().getUri().toURL().openStream()) {
            ClassModel model = ClassFile.of().parse(bytes.readAllBytes());
            return model.methods().stream()
                    .flatMap(method -> method.code().stream())
                    .flatMap(code -> code.elementStream())
                    .anyMatch(FactTypesTest::asksForAFact);
        } catch (IOException unreadable) {
            throw new AssertionError(unreadable);
        }
    }

    private static boolean asksForAFact(CodeElement element) {
        if (element instanceof TypeCheckInstruction check) {
            return check.opcode() == Opcode.INSTANCEOF
                    && FACTS.contains(check.type().asSymbol());
        }
        return element instanceof InvokeDynamicInstruction dynamic
                && dynamic.bootstrapMethod().owner().equals(ClassDesc.of("java.lang.runtime.SwitchBootstraps"))
                && dynamic.bootstrapArgs().stream().anyMatch(FACTS::contains);
    }

    @Test
    void onlyRoomsTellKindsOfFactsApart() {
        Set<String> found = new TreeSet<>();
        Set<String> inRooms = new TreeSet<>();
        for (JavaClass type : new ClassFileImporter()
                .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
                .importPackages("wexa.core", "wexa.connect", "wexa.server")) {
            if (tellsFactsApart(type)) {
                (ROOMS.matcher(type.getName()).matches() ? inRooms : found).add(type.getName());
            }
        }
        assertThat(inRooms).as("the switch of the registry is seen").contains("wexa.core.registry.Rooms");
        assertThat(found).isEmpty();
    }
}
