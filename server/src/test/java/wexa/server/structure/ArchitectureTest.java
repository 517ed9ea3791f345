package wexa.server.structure;

import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAnyPackage;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.methods;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.JavaMethod;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.lang.ArchCondition;
import com.tngtech.archunit.lang.ConditionEvents;
import com.tngtech.archunit.lang.SimpleConditionEvent;
import jakarta.persistence.Entity;
import org.junit.jupiter.api.Test;
import wexa.server.rights.Actor;
import wexa.server.rights.Requires;
import wexa.server.rights.UseCases;
import wexa.server.snapshot.SnapshotStore;

/** The direction of imports, and the actor in every use case. A rule that matches nothing fails. */
class ArchitectureTest {
    private static final JavaClasses OURS = new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            .importPackages("wexa");

    @Test
    void coreImportsNoFrameworkAndNothingOfOurs() {
        classes()
                .that()
                .resideInAPackage("wexa.core..")
                .should()
                .onlyDependOnClassesThat(resideInAnyPackage(
                        "wexa.core..",
                        "java..",
                        "org.jspecify..",
                        "com.google.i18n.phonenumbers..",
                        "com.ibm.icu..",
                        "org.pcollections.."))
                .because("core holds the computation alone; put what needs more into connect or server")
                .check(OURS);
    }

    @Test
    void connectKnowsCoreAndProtocolsOnly() {
        noClasses()
                .that()
                .resideInAPackage("wexa.connect..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("wexa.server..", "wexa.sandbox..", "wexa.demo..", "org.springframework..")
                .check(OURS);
    }

    @Test
    void nothingGoesRoundInCircles() {
        slices().matching("wexa.core.(*)..").should().beFreeOfCycles().check(OURS);
        slices().matching("wexa.server.(*)..").should().beFreeOfCycles().check(OURS);
    }

    @Test
    void entitiesStayInsideTheirFeature() {
        classes()
                .that()
                .areAnnotatedWith(Entity.class)
                .should()
                .bePackagePrivate()
                .check(OURS);
    }

    /** Everything else goes by a preview, and by the authority that it takes. */
    @Test
    void theModelIsWrittenFromAPreviewOnly() {
        noClasses()
                .that()
                .resideOutsideOfPackages(
                        "wexa.server.apply",
                        "wexa.server.direct",
                        "wexa.server.snapshot",
                        // a changeset without effects, which names what a day brought
                        "wexa.server.clock",
                        // the same, which stands for steps that correct a tenant
                        "wexa.server.settling",
                        "wexa.server.demo")
                .should()
                .callMethodWhere(DescribedPredicate.describe(
                        "the model is written",
                        call -> call.getTarget().getOwner().isEquivalentTo(SnapshotStore.class)
                                && call.getTarget().getName().equals("write")))
                .check(OURS);
    }

    @Test
    void everyUseCaseTakesAnActorFirst() {
        DescribedPredicate<JavaMethod> useCase = DescribedPredicate.describe(
                "use cases",
                method -> method.getOwner().isAnnotatedWith(UseCases.class)
                        && method.getModifiers().contains(com.tngtech.archunit.core.domain.JavaModifier.PUBLIC));
        methods()
                .that(useCase)
                .should(new ArchCondition<>("take an actor first") {
                    @Override
                    public void check(JavaMethod method, ConditionEvents events) {
                        boolean takes = !method.getRawParameterTypes().isEmpty()
                                && method.getRawParameterTypes().get(0).isEquivalentTo(Actor.class);
                        String says = method.getFullName() + (takes ? " takes" : " does not take") + " an actor first";
                        events.add(new SimpleConditionEvent(method, takes, says));
                    }
                })
                .check(OURS);
    }

    /** Without, a use case asks for the right to govern everything: safe, and seldom what is meant. */
    @Test
    void everyUseCaseSaysWhichRightItAsksFor() {
        DescribedPredicate<JavaMethod> useCase = DescribedPredicate.describe(
                "use cases",
                method -> method.getOwner().isAnnotatedWith(UseCases.class)
                        && !method.getModifiers().contains(com.tngtech.archunit.core.domain.JavaModifier.PRIVATE)
                        && !method.getModifiers().contains(com.tngtech.archunit.core.domain.JavaModifier.STATIC)
                        && !method.getRawParameterTypes().isEmpty()
                        && method.getRawParameterTypes().get(0).isEquivalentTo(Actor.class));
        methods().that(useCase).should().beAnnotatedWith(Requires.class).check(OURS);
    }
}
