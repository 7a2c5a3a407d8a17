"""The verbs that web and command line share. User, clock and database session are arguments; nothing is global."""
