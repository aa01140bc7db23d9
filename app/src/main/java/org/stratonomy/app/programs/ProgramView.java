package org.stratonomy.app.programs;

import java.time.Instant;
import java.util.UUID;

/**
 * A program that was written.
 *
 * @param size of the text, bytes
 * @param despite titles of the errors in spite of which it was written, a line each
 */
public record ProgramView(
    UUID id, UUID revision, String fileName, long size, Instant created, String despite) {}
