using Furoshiki.Web;

return await Application.Run(args, Console.Out, Console.Error, CancellationToken.None);
