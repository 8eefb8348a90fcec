/** Words that are never taken for the beginning or a misspelling of a name, however near they come to one. */
export const commonWords: ReadonlySet<string> = new Set(
  `able about above accident actually add after afternoon again ago airport all almost alone along already also always
  another answer any anybody anyone anything anyway anywhere apart appointment are area around arrive ask asked asking
  auction away baby back bad badly bag battery beach because bed been before behind being below best better between
  big blade boot borrow both bottom bought box boy bring broke broken brother brought building business but button buy
  buzz call called caller calling came can cannot car card cards care case cash cell change charge cheap cheapest check
  child children church city clean clicks close closed coat code coffee cold come comes coming company concert cost
  could couple course cracked cranks customer cut dad daughter day dead deal dealer delete dinner dog dont door doors
  down drain drive driver driving drop dropped dupe during each early easy either else email emergency empty engine
  enough entry erase estate even evening ever every everyone everything exactly extra family far fast father fault
  fell felt few field fine find finished firm first fix flashing flat fleet flushed fob fobs folks for forgot found
  four friend friends from front full fully garage gas gave get gets getting girl girlfriend give given glove goes
  going gone good got grandma great ground guess guy had hair half hand handbag handle happen happened happy hard has
  have having heard hello help here hey high hold holiday home hood hope hospital hotel hour hours house how hurry
  husband ignition immediately inside instead into job jacket jumped just keep keeps key keyless keys kid kids kind
  knew know lady lake land last late later leaves left less let letter light like line little live local lock locked
  locks locksmith long longer look looking lose lost lot lovely low lunch machine made mail main make makes making man
  many market matter may maybe mean means men metal middle might mile miles mine minute minutes missing model moment
  monday money month more morning most mother motor mother move much mum must name near nearly need needed needs never
  new next nicked night nobody none noon nor normal north nothing now number off offer office often old once one only
  open opens option order ordinary original other others our ours out outside over own owner park parked parking part
  past pay people perhaps person phone pick picked piece pin place plain plate play please pocket police pool possible
  price probably problem program proper purse push put quarter quick quickly quite quote quoted rain ran rather reach
  ready really recently red refurbished regular remote rental replace replacement rest right ring river road roof room
  round rush said same saturday saw say says school sea seat second see seem seems seen sell send sent serious service
  shell shop short should show shut side since single sir sister sit sitting small smart snapped sold some somebody
  someone something sometimes somewhere son soon sorry sort south spare spares speak split square stand standing start
  started starter starts station stay stayed steering step still stole stolen stop stopped store stranded street stuck
  such sunday sure swim table take takes taken taking talk tell than thank thanks that the their them then there these
  they thief thieves thing things think third this those though thought three through thursday till time times tired
  today toddler together told tomorrow tonight too took top totally tow towards town tracker train trapped tried truck
  trunk try trying tuesday turn turned turning turns twenty two under unlock unlocked until upon urgent urgently use
  used user uses using usual usually valet van vehicle very via visit wait waiting walk wall wallet want wanted wants
  wash was water way wednesday week weekend weeks well went were west wet what wheel when where which while white who
  whole why wife will window with within without woman won wonder wondering work working works worn worst would write
  wrong year years yes yesterday yet you young your yours zero`
    .split(/\s+/)
    .filter(Boolean),
);
