// What a program costs that does nothing: the start of the runtime, and one line.
Console.WriteLine("nothing");
