package org.stratonomy.engine.memo;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.List;

/** The components of a kind of record, looked up once. */
final class Components {
  private static final ClassValue<List<Component>> KNOWN =
      new ClassValue<>() {
        @Override
        protected List<Component> computeValue(Class<?> kind) {
          return Arrays.stream(kind.getRecordComponents()).map(Component::new).toList();
        }
      };

  private Components() {}

  static List<Component> of(Class<? extends Record> kind) {
    return KNOWN.get(kind);
  }

  static final class Component {
    private final Method accessor;

    private Component(RecordComponent component) {
      accessor = component.getAccessor();
      accessor.setAccessible(true);
    }

    Object of(Record record) {
      try {
        return accessor.invoke(record);
      } catch (IllegalAccessException | InvocationTargetException e) {
        throw new IllegalStateException("a record tells its components", e);
      }
    }
  }
}
