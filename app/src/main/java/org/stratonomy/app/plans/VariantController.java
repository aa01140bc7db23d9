package org.stratonomy.app.plans;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.stratonomy.engine.edit.PlanDifferences.PlanDifference;

/** Variants of plans. */
@RestController
@RequestMapping("/api/plans/{id}")
class VariantController {
  private final VariantService variants;

  VariantController(VariantService variants) {
    this.variants = variants;
  }

  record VariantName(@NotNull String name) {}

  @GetMapping("/variants")
  List<VariantView> all(@PathVariable UUID id) {
    return variants.all(id);
  }

  /** Keeps the plan as it stands as another variant, which can be edited apart from it. */
  @PostMapping("/variants")
  @ResponseStatus(HttpStatus.CREATED)
  VariantView keep(@PathVariable UUID id, @Valid @RequestBody VariantName name) {
    return variants.keep(id, name.name());
  }

  @PutMapping("/variant")
  List<VariantView> rename(@PathVariable UUID id, @Valid @RequestBody VariantName name) {
    return variants.rename(id, name.name());
  }

  /** Makes the plan as another variant of it is; its name stays. */
  @PostMapping("/become/{other}")
  PlanState become(@PathVariable UUID id, @PathVariable UUID other, @RequestParam int version) {
    return variants.become(id, version, other);
  }

  /** What the plan and another one say differently. */
  @GetMapping("/differences/{other}")
  List<PlanDifference> differences(@PathVariable UUID id, @PathVariable UUID other) {
    return variants.differences(id, other);
  }
}
