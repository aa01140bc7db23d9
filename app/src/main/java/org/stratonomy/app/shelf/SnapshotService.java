package org.stratonomy.app.shelf;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.stratonomy.app.problems.MissingException;
import org.stratonomy.engine.document.Snapshot;
import org.stratonomy.engine.shelf.Shelf;

/** Machines and filaments as they were when revisions were made. */
@Service
public class SnapshotService {
  private static final int KEPT = 2000;

  private final SnapshotRepository repository;
  private final Cache<String, Shelf> read = Caffeine.newBuilder().maximumSize(KEPT).build();

  SnapshotService(SnapshotRepository repository) {
    this.repository = repository;
  }

  /**
   * Keeps what a job uses, in the transaction that is under way.
   *
   * @return the hash to find it by
   */
  public String keep(Shelf used) {
    Snapshot snapshot = Snapshot.of(used);
    repository.keep(snapshot.hash(), snapshot.content());
    return snapshot.hash();
  }

  public Shelf get(String hash) {
    return read.get(
        hash,
        wanted ->
            repository
                .findById(wanted)
                .map(SnapshotEntity::content)
                .map(Snapshot::shelf)
                .orElseThrow(() -> new MissingException("snapshot", wanted)));
  }

  /** Erases what no revision was made with. */
  public void eraseUnused() {
    try {
      repository.eraseUnused();
    } catch (DataIntegrityViolationException e) {
      // A revision was made with one of them at this moment; the next time does it.
    }
  }
}
