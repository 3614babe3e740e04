using System.Globalization;
using Furoshiki.Cli;

CultureInfo.CurrentCulture = CultureInfo.InvariantCulture;
return CommandLine.Run(args);
