package org.stratonomy.engine;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import com.tngtech.archunit.library.Architectures;

/** The arrows between the engine's stages point one way. */
@AnalyzeClasses(
    packages = "org.stratonomy.engine",
    importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {
  @ArchTest
  static final ArchRule NO_CYCLES =
      slices().matching("org.stratonomy.engine.(*)..").should().beFreeOfCycles();

  @ArchTest
  static final ArchRule NO_WEB_NO_DATABASE =
      noClasses()
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("org.springframework..", "jakarta..", "java.sql..", "javax.swing..");

  @ArchTest
  static final ArchRule STAGES =
      Architectures.layeredArchitecture()
          .consideringOnlyDependenciesInLayers()
          .layer("plane")
          .definedBy("..engine.plane..")
          .layer("mesh")
          .definedBy("..engine.mesh..")
          .layer("plan")
          .definedBy("..engine.plan..")
          .layer("strata")
          .definedBy("..engine.strata..")
          .layer("divide")
          .definedBy("..engine.divide..")
          .layer("path")
          .definedBy("..engine.path..")
          .layer("merge")
          .definedBy("..engine.merge..")
          .layer("ledger")
          .definedBy("..engine.ledger..")
          .layer("program")
          .definedBy("..engine.program..")
          .layer("check")
          .definedBy("..engine.check..")
          .whereLayer("program")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("check")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("ledger")
          .mayOnlyBeAccessedByLayers("program", "check")
          .whereLayer("merge")
          .mayOnlyBeAccessedByLayers("ledger", "program", "check")
          .whereLayer("path")
          .mayOnlyBeAccessedByLayers("merge", "ledger", "program", "check")
          .whereLayer("strata")
          .mayOnlyBeAccessedByLayers("divide", "path", "merge", "ledger", "program", "check")
          .whereLayer("divide")
          .mayOnlyBeAccessedByLayers("path", "merge", "ledger", "program", "check");
}
