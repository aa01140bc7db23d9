package org.stratonomy.app.plans;

import java.time.Instant;
import java.util.List;
import java.util.UUID;

/**
 * A plan on the start page.
 *
 * @param pieces names of its pieces
 * @param variants of it, the plan itself first
 * @param colours of its loaded filaments, #rrggbb
 */
public record PlanSummary(
    UUID id,
    String name,
    UUID revision,
    Instant updated,
    String machine,
    List<String> pieces,
    List<VariantView> variants,
    List<String> colours) {}
