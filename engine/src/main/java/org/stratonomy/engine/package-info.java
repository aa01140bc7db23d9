/**
 * All computation of the job, without web or database. Its packages and their order are drawn in
 * {@code docs/architecture.md}.
 *
 * <p>Door: {@link org.stratonomy.engine.Planner}. In: a {@link org.stratonomy.engine.plan.Plan} and
 * its meshes. Out: a {@link org.stratonomy.engine.PlanResult}, and the program. What is asked about
 * a result has classes of its own here: {@link org.stratonomy.engine.Sample}, {@link
 * org.stratonomy.engine.Coverage}, {@link org.stratonomy.engine.PlanChange}.
 */
package org.stratonomy.engine;
