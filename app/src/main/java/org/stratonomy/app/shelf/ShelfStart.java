package org.stratonomy.app.shelf;

import org.springframework.beans.factory.SmartInitializingSingleton;
import org.springframework.stereotype.Component;

/** Has the shelf taken up before the first request comes. */
@Component
class ShelfStart implements SmartInitializingSingleton {
  private final ShelfService shelf;

  ShelfStart(ShelfService shelf) {
    this.shelf = shelf;
  }

  @Override
  public void afterSingletonsInstantiated() {
    shelf.begin();
  }
}
