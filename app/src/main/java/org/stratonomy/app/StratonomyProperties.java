package org.stratonomy.app;

import java.time.Duration;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * @param demo whether the demo plans are put into an empty database
 * @param allowedHosts host names, with or without port, that the server answers to besides those of
 *     the loopback interface
 * @param patience how long a request waits for its task before it answers with the progress
 */
@ConfigurationProperties("stratonomy")
public record StratonomyProperties(
    boolean demo, @DefaultValue List<String> allowedHosts, @DefaultValue("4s") Duration patience) {}
