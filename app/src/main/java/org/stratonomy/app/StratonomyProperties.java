package org.stratonomy.app;

import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * @param demo whether the demo plans are put into an empty database
 * @param memoBytes memory for remembered results of the engine
 */
@ConfigurationProperties("stratonomy")
public record StratonomyProperties(boolean demo, long memoBytes) {}
