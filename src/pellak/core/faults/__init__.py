"""Finding why work goes wrong: from what is seen, weighed by how it was really set up."""
