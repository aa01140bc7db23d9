package org.stratonomy.app.plans;

import java.time.Instant;
import java.util.UUID;

/**
 * One of the plans that were made of one another to be compared.
 *
 * @param id of the plan
 * @param name of the variant
 * @param revision under which results are to be had
 */
public record VariantView(UUID id, String name, UUID revision, Instant updated) {
  static VariantView of(PlanEntity entity) {
    return new VariantView(entity.id(), entity.variant(), entity.revision(), entity.updated());
  }
}
