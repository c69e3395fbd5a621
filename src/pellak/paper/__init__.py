"""What is printed and hung up: the job card, the shop card, as PDF."""
