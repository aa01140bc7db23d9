# What the build consists of, and what can be said of it offline; sourced by ./stratonomy.

scan() {
  install_build_tools
  mkdir -p target/sbom .stratonomy
  say "Listing Java components …"
  maven -q org.cyclonedx:cyclonedx-maven-plugin:2.9.3:makeAggregateBom -DskipTests \
    -DoutputFormat=json -DoutputName=java -DoutputDirectory="$here/target/sbom" \
    -DincludeTestScope=false -DskipNotDeployed=false >.stratonomy/build.log 2>&1 ||
    { tail -n 20 .stratonomy/build.log >&2; fail "The components could not be listed; .stratonomy/build.log has all of it."; }
  say "Listing the interface's components …"
  (cd ui && npm sbom --sbom-format cyclonedx --package-lock-only --omit dev >"$here/target/sbom/ui.json") ||
    fail "npm could not list the interface's components."
  node scripts/checkComponents.js
}
