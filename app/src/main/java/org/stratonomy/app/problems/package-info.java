/** What is said by all features when something is not there. */
package org.stratonomy.app.problems;
