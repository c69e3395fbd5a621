"""The day: open jobs in one order that people, torches, gas and the locked door allow."""
