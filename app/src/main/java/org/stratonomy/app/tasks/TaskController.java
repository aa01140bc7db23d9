package org.stratonomy.app.tasks;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;
import org.stratonomy.app.problems.MissingException;

/** Tasks that took longer than their requests waited. */
@RestController
@RequestMapping("/api/tasks/{id}")
class TaskController {
  private static final long EVERY_MS = 150;
  private static final long LONGEST_MS = TimeUnit.MINUTES.toMillis(30);
  private static final int MOST_FOLLOWERS = 1_000;

  private final TaskService tasks;
  private final Map<SseEmitter, Track> followers = new ConcurrentHashMap<>();
  private final ScheduledExecutorService sender =
      Executors.newSingleThreadScheduledExecutor(
          Thread.ofPlatform().daemon().name("task-events").factory());

  TaskController(TaskService tasks) {
    this.tasks = tasks;
    sender.scheduleWithFixedDelay(
        () -> followers.forEach(this::send), EVERY_MS, EVERY_MS, TimeUnit.MILLISECONDS);
  }

  private Track track(UUID id) {
    return tasks.track(id).orElseThrow(() -> missing(id));
  }

  private static MissingException missing(UUID id) {
    return new MissingException("task", id.toString());
  }

  @GetMapping
  TaskView view(@PathVariable UUID id) {
    return track(id).view();
  }

  /** How far it is, again and again, as server-sent events; the last one says that it has ended. */
  @GetMapping(path = "/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
  SseEmitter events(@PathVariable UUID id) {
    Track track = track(id);
    if (followers.size() >= MOST_FOLLOWERS) {
      throw new BusyException();
    }
    SseEmitter emitter = new SseEmitter(LONGEST_MS);
    emitter.onCompletion(() -> followers.remove(emitter));
    emitter.onTimeout(emitter::complete);
    emitter.onError(failure -> followers.remove(emitter));
    followers.put(emitter, track);
    track.whenEnded(() -> sender.execute(() -> send(emitter, track)));
    return emitter;
  }

  private void send(SseEmitter emitter, Track track) {
    if (!followers.containsKey(emitter)) {
      return;
    }
    try {
      TaskView view = track.view();
      emitter.send(view, MediaType.APPLICATION_JSON);
      if (view.ended()) {
        followers.remove(emitter);
        emitter.complete();
      }
    } catch (IOException | IllegalStateException e) {
      // Nobody listens any more.
      followers.remove(emitter);
    }
  }

  /** The answer of the request that the task was begun for. */
  @GetMapping("/result")
  ResponseEntity<?> result(@PathVariable UUID id) {
    Task<?> task =
        tasks.find(id).filter(found -> found.track().hasResult()).orElseThrow(() -> missing(id));
    Object result = task.await(tasks.patienceMs());
    return result instanceof ResponseEntity<?> answer
        ? answer
        : ResponseEntity.ok().cacheControl(CacheControl.noStore()).body(result);
  }

  @DeleteMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void cancel(@PathVariable UUID id) {
    tasks.find(id).ifPresent(task -> task.stop(TaskService.cancelled()));
  }

  @PreDestroy
  void stop() {
    sender.shutdownNow();
    followers.keySet().forEach(SseEmitter::complete);
  }
}
