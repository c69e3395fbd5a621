"""The documents of a member to be straightened."""
