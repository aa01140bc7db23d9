package org.stratonomy.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.function.Supplier;
import org.stratonomy.engine.problem.Problem;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** What can be done without server or database. */
@Command(
    name = "stratonomy",
    description = "What Stratonomy does without server or database.",
    subcommands = {ProgramCommand.class, InspectCommand.class, SettingsCommand.class})
public final class StratonomyCommand {
  static final int FAILED = 1;
  static final int BAD_CALL = 2;
  static final int NO_FILE = 3;

  /** Exit codes, as they stand under every command's help. */
  static final String EXIT_CODES =
      "%nExit codes: 0 done; 1 the plan or mesh cannot be used; 2 the call is wrong;"
          + " 3 a file cannot be read or written.";

  private StratonomyCommand() {}

  public static void main(String[] args) {
    System.exit(commandLine().execute(args));
  }

  static CommandLine commandLine() {
    return new CommandLine(new StratonomyCommand());
  }

  /** Something that a command does. */
  @FunctionalInterface
  interface Task {
    void run() throws IOException;
  }

  /** Runs a task; what goes wrong is said on standard error, as text or as JSON. */
  static int run(boolean json, Task task) {
    try {
      task.run();
      return 0;
    } catch (Problem problem) {
      say(json, problem.place(), problem.reason(), problem.remedy());
      return problem.place().startsWith("--") ? BAD_CALL : FAILED;
    } catch (OutOfMemoryError e) {
      Problem problem = Problem.ofMemory(Problem.Kind.PLAN, "the computation");
      String more = " Or give it more, as in JDK_JAVA_OPTIONS=-Xmx8g.";
      say(json, problem.place(), problem.reason(), problem.remedy() + more);
      return FAILED;
    } catch (NoSuchFileException e) {
      Path directory = Path.of(e.getFile()).toAbsolutePath().getParent();
      boolean there = directory != null && Files.isDirectory(directory);
      String reason = there ? "There is no such file." : "There is no such directory.";
      say(json, e.getFile(), reason, "Check the path.");
    } catch (IOException e) {
      say(json, String.valueOf(e.getMessage()), "It cannot be read or written.", "Check the path.");
    }
    return NO_FILE;
  }

  /** Asks for something that an option names; what is wrong with it is wrong with the call. */
  static <T> T ofOption(String option, Supplier<T> asked) {
    try {
      return asked.get();
    } catch (Problem problem) {
      throw new Problem(problem.kind(), option, problem.reason(), problem.remedy());
    }
  }

  private static void say(boolean json, String place, String reason, String remedy) {
    if (json) {
      ObjectNode problem = JsonMapper.shared().createObjectNode();
      problem.put("place", place).put("reason", reason).put("remedy", remedy);
      System.err.println(problem);
    } else {
      System.err.printf("%s: %s %s%n", place, reason, remedy);
    }
  }
}
