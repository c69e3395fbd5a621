"""The rack: what the shop really owns, item by item, in files and on the flow ladder."""
