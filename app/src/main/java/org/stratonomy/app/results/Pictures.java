package org.stratonomy.app.results;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.stratonomy.app.meshes.MeshService;
import org.stratonomy.app.plans.PlanService;
import org.stratonomy.engine.plan.Job;
import org.stratonomy.engine.shelf.Shelf;
import org.stratonomy.report.PlanPicture;

/** Pictures of plans for the start page. */
@Component
class Pictures {
  private static final int WIDTH = 560;
  private static final int HEIGHT = 360;
  private static final int KEPT = 200;

  private final PlanService plans;
  private final MeshService meshes;
  private final Cache<Drawn, byte[]> drawn = Caffeine.newBuilder().maximumSize(KEPT).build();

  Pictures(PlanService plans, MeshService meshes) {
    this.plans = plans;
    this.meshes = meshes;
  }

  /** A picture holds for the machine and filaments that it was drawn with. */
  private record Drawn(UUID revision, Shelf used) {}

  byte[] png(UUID revision) {
    Job job = plans.job(revision);
    Drawn key = new Drawn(revision, job.used());
    byte[] known = drawn.getIfPresent(key);
    if (known != null) {
      return known;
    }
    byte[] png = PlanPicture.png(job, meshes, WIDTH, HEIGHT);
    drawn.put(key, png);
    return png;
  }
}
