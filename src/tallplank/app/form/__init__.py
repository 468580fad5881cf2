"""Small forms that ask for what an edit needs, and questions that must be answered."""
