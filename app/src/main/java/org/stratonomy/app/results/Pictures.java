package org.stratonomy.app.results;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.stratonomy.app.meshes.MeshService;
import org.stratonomy.app.plans.PlanService;
import org.stratonomy.engine.Planner;
import org.stratonomy.engine.picture.PlanPicture;
import org.stratonomy.engine.plan.Plan;
import org.stratonomy.engine.plan.Shelf;

/** Pictures of plans for the start page. */
@Component
class Pictures {
  private static final int WIDTH = 560;
  private static final int HEIGHT = 360;
  private static final int KEPT = 200;

  private final PlanService plans;
  private final MeshService meshes;
  private final Planner planner;
  private final Cache<Drawn, byte[]> drawn = Caffeine.newBuilder().maximumSize(KEPT).build();

  Pictures(PlanService plans, MeshService meshes, Planner planner) {
    this.plans = plans;
    this.meshes = meshes;
    this.planner = planner;
  }

  /** A picture holds for the machine and filaments that it was drawn with. */
  private record Drawn(UUID revision, Computations.Used used) {}

  byte[] png(UUID revision) {
    Plan plan = plans.plan(revision);
    Shelf shelf = planner.shelf();
    Drawn key = new Drawn(revision, Computations.Used.by(plan, shelf));
    byte[] known = drawn.getIfPresent(key);
    if (known != null) {
      return known;
    }
    byte[] png = PlanPicture.png(plan, shelf, meshes, WIDTH, HEIGHT);
    drawn.put(key, png);
    return png;
  }
}
