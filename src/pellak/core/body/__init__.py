"""A whole body under a heating head, in a medium, in air: how hot, how evenly, when."""
