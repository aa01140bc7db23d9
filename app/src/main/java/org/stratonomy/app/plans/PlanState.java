package org.stratonomy.app.plans;

import io.swagger.v3.oas.annotations.media.Schema;
import java.util.List;
import java.util.UUID;
import org.stratonomy.engine.document.ItemChange;
import org.stratonomy.engine.document.MachineDocument;
import org.stratonomy.engine.shelf.Filament;
import tools.jackson.databind.JsonNode;

/**
 * A plan as it stands.
 *
 * @param version to be sent along with the next edit
 * @param revision under which results are to be had
 * @param undo what undo would take back, in words; empty if there is nothing
 * @param redo what redo would do again, in words; empty if there is nothing
 * @param machine that the plan is computed for, as it was taken from the shelf
 * @param filaments of the slots, each once, as they were taken from the shelf
 * @param changedOnShelf what of them is another on the shelf now
 */
public record PlanState(
    UUID id,
    int version,
    UUID revision,
    String undo,
    String redo,
    @Schema(ref = "#/components/schemas/PlanDocument") JsonNode document,
    MachineDocument machine,
    List<Filament> filaments,
    List<ItemChange> changedOnShelf) {}
