package org.stratonomy.app.plans;

import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.stratonomy.app.meshes.MeshService;
import org.stratonomy.app.shelf.RecipeService;
import org.stratonomy.app.shelf.ShelfService;
import org.stratonomy.engine.PlanEditor;
import org.stratonomy.engine.edit.Edit;
import org.stratonomy.engine.edit.EditWords;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.plan.Plan;

/** Carries out single edits of plans. */
@Service
class EditService {
  private final PlanService plans;
  private final ShelfService shelf;
  private final PlanEditor editor;

  EditService(PlanService plans, MeshService meshes, RecipeService recipes, ShelfService shelf) {
    this.plans = plans;
    this.shelf = shelf;
    this.editor = new PlanEditor(meshes, meshes::split, recipes::recipes);
  }

  /**
   * @param version of the plan that the edit starts from
   */
  PlanState edit(UUID id, int version, Edit edit) {
    Job job = plans.current(id, version);
    Plan edited = editor.apply(job, edit);
    boolean brings = edit instanceof Edit.SplitBody;
    Set<String> brought = brings ? PlanService.meshesOf(edited) : Set.of();
    return plans.edit(id, version, job, edited, brought, EditWords.of(job, shelf.now(), edit));
  }
}
