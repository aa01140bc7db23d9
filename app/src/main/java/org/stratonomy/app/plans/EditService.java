package org.stratonomy.app.plans;

import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.stratonomy.app.meshes.MeshService;
import org.stratonomy.app.shelf.RecipeService;
import org.stratonomy.engine.PlanEditor;
import org.stratonomy.engine.edit.Edit;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Plan;

/** Carries out single edits of plans. */
@Service
class EditService {
  private final PlanService plans;
  private final PlanEditor editor;

  EditService(PlanService plans, MeshService meshes, RecipeService recipes) {
    this.plans = plans;
    this.editor = new PlanEditor(meshes, meshes::split, recipes::recipes);
  }

  /**
   * @param version of the plan that the edit starts from
   */
  PlanState edit(UUID id, int version, Edit edit) {
    Job job = plans.current(id, version);
    Plan edited = editor.apply(job, edit);
    boolean brings = edit instanceof Edit.SplitBody;
    return plans.edit(id, version, job, edited, brings ? PlanService.meshesOf(edited) : Set.of());
  }
}
