// A screen that is opened later.
