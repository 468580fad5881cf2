"""How everything looks: colours, typefaces, signs, pictures, and drawings on screen."""
