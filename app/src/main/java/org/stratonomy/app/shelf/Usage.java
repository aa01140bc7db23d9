package org.stratonomy.app.shelf;

import java.util.List;

/** Says by the names of plans what is used of the shelf. */
public interface Usage {
  List<String> ofMachine(String id);

  List<String> ofFilament(String id);
}
